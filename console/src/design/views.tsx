import { Fragment, memo } from 'react';
import styled from 'styled-components';
import type { Outcome, Verdict } from '../api';
import { Choose, Code, Empty, Mark, Plain, Scroll, Shape, Soft, Table } from '../parts';
import { breaks, brass, mono, paper, rule, soft, space, type } from '../tokens';
import type { Looked, LookedCode, WhatIf, WhatIfOutcome } from './api';

const Pre = styled.pre`
  font-family: ${mono}; font-size: 0.8125rem; background: ${paper}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.m}; margin: ${space.s} 0 ${space.l}; overflow-x: auto; line-height: 1.4;
`;

const Told = styled.div`font-size: ${type.small};`;

function count(n: number, one: string): string {
  return `${n} ${one}${n === 1 ? '' : 's'}`;
}

/** The code of each scenario, with what it costs. */
export const CodeView = memo(function CodeView({ code }: { code: LookedCode[] }) {
  return (
    <>
      {code.map((c) => (
        <section key={c.scenario} aria-label={`Code: ${c.scenario}`}>
          <strong>{c.scenario}</strong> <Soft>{c.why}</Soft>
          {c.code && <Told><Soft>{count(c.code.decisions, 'decision')}, {count(c.code.members, 'name')} to know, {count(c.code.boilerplate, 'character')} around them</Soft></Told>}
          {c.code && <Pre tabIndex={0} aria-label={`Code of ${c.scenario}`}>{c.code.text}</Pre>}
          {c.code?.besides && <Told>besides: {c.code.besides}, which is not counted</Told>}
          {c.code?.cannot?.map((text) => <Told key={text}>cannot be written: {text}</Told>)}
          {c.problem && <Told role="note">cannot be written: {c.problem}</Told>}
        </section>
      ))}
    </>
  );
});

const shapeOf: Record<WhatIfOutcome, Outcome | Verdict> = { absorbed: 'holds', additive: 'additive', breaking: 'breaks', 'only by reaching in': 'shifts', 'does not arise': 'neutral' };
const outcomes = Object.keys(shapeOf) as WhatIfOutcome[];

const Cell = styled.td`
  min-width: 9rem;
  span.word { font-weight: 600; white-space: nowrap; }
  span.word svg { vertical-align: -3px; margin-right: 0.4em; }
`;

/** What later requests would cost each alternative. */
export const WhatIfTable = memo(function WhatIfTable({ table }: { table: WhatIf }) {
  return (
    <Scroll tabIndex={0} role="region" aria-label="What later requests would cost">
      <Table>
        <thead>
          <tr>
            <th>Request</th>
            {table.alternatives.map((a) => <th key={a.alternative} scope="col">{a.alternative}{a.best && table.alternatives.length > 1 && ' · ages best'}</th>)}
          </tr>
        </thead>
        <tbody>
          {table.requests?.map((r) => (
            <tr key={r.request}>
              <th scope="row">{r.asks}</th>
              {r.answers?.map((a, i) => (
                <Cell key={i} title={a.why}>
                  <span className="word"><Shape of={shapeOf[a.outcome]} />{a.outcome}</span>
                  {a.by && <Soft> by <Code>{a.by}</Code></Soft>}
                  {a.change && <div><Soft>{a.change}</Soft></div>}
                </Cell>
              ))}
            </tr>
          ))}
          <tr>
            <th scope="row">In all</th>
            {table.alternatives.map((a) => (
              <Cell key={a.alternative}>
                {outcomes.filter((o) => a.outcomes[o]).map((o) => <div key={o}><Mark of={shapeOf[o]} count={a.outcomes[o]} word={o} /></div>)}
              </Cell>
            ))}
          </tr>
          <tr>
            <th scope="row">Today</th>
            {table.alternatives.map((a) => <Cell key={a.alternative}>{count(a.members, 'member')}, {a.mustKnow === 0 ? 'nothing' : count(a.mustKnow, 'thing')} to know first</Cell>)}
          </tr>
        </tbody>
      </Table>
    </Scroll>
  );
});

function number(n: number | null | undefined): string {
  return n === null || n === undefined ? 'not known' : n.toLocaleString('en');
}

/** How the states were counted, in words. */
function How({ states }: { states: NonNullable<Looked['states']> }) {
  if (states.how === 'bounded') return <p>At most {number(states.all)} states; the rules are too entangled to count those that may occur.</p>;
  return (
    <p>
      <strong>{number(states.all)}</strong> states ({states.how}): <strong>{number(states.allowed)}</strong> may occur, <strong>{number(states.forbidden)}</strong> must not
      {states.loose ? <>; <strong style={{ color: breaks }}>{number(states.loose)}</strong> of those can be written all the same</> : <>, and types forbid all of them</>}.
    </p>
  );
}

interface StatesProps {
  looked: Looked;
  by: string[];
  onByChange: (by: string[]) => void;
  onTake: (text: string) => void;
}

const nothing = '–';
const Picks = styled.div`display: flex; flex-wrap: wrap; gap: ${space.m}; margin: ${space.m} 0;`;

/** The states of an alternative, a matrix over axes that are picked, and what would leave fewer. */
export const StatesView = memo(function StatesView({ looked, by, onByChange, onTake }: StatesProps) {
  const states = looked.states;
  if (!states) return null;
  const names = states.axes.map((a) => a.name);
  return (
    <>
      <How states={states} />
      {states.exclusive.map((g) => <div key={g.join()}>At most one of <Code>{g.join(', ')}</Code></div>)}
      {states.dead.map((d) => <div key={d.member + d.value}><Mark of="breaks" word="never" /> <Code>{[d.member, d.value].filter(Boolean).join(' = ')}</Code> {d.why}</div>)}
      {states.undescribed.length > 0 && <Told><Soft>Described nowhere: {states.undescribed.slice(0, 12).join(', ')}{states.undescribed.length > 12 && ` and ${states.undescribed.length - 12} more`}</Soft></Told>}
      {names.length > 1 && (
        <Picks>
          {['States by', 'and by', 'and also by'].slice(0, Math.min(by.length + 1, 3)).map((label, i) => (
            <Choose key={label} label={label} value={by[i] ?? nothing} options={[nothing, ...names.filter((n) => n === by[i] || !by.includes(n))]}
              onValueChange={(v) => onByChange([...by.slice(0, i), v, ...by.slice(i + 1)].filter((n) => n !== nothing))} />
          ))}
        </Picks>
      )}
      {looked.matrix && <Grid matrix={looked.matrix} />}
      {looked.proposals.length > 0 && <h3>What would leave fewer</h3>}
      <ul>
        {looked.proposals.map((p) => (
          <li key={p.what}>
            {p.what} <Plain onPress={() => onTake(p.text)} aria-label={`Take it: ${p.what}`}>Take it</Plain>
            <Told><Soft>{p.because}; then {number(p.all)} states, {number(p.loose)} that must not occur and can be written</Soft></Told>
          </li>
        ))}
      </ul>
    </>
  );
});

const Matrix = styled(Table)`width: auto; td { text-align: right; } td[data-never='true'] { color: ${breaks}; text-align: left; }`;

function Grid({ matrix }: { matrix: NonNullable<Looked['matrix']> }) {
  const last = matrix.axes[matrix.axes.length - 1];
  const width = last.values.length;
  const rows = Array.from({ length: matrix.cells.length / width }, (_, i) => matrix.cells.slice(i * width, (i + 1) * width));
  return (
    <Scroll>
      <Matrix>
        <thead>
          <tr>
            {matrix.axes.slice(0, -1).map((a) => <th key={a.name}>{a.name}</th>)}
            {last.values.map((v) => <th key={v} scope="col">{last.name} {v}</th>)}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row[0].values.join('\n')}>
              {row[0].values.slice(0, -1).map((v, i) => <th key={i} scope="row">{v}</th>)}
              {row.map((cell) => (
                <td key={cell.values.join('\n')} data-never={cell.allowed === 0} title={cell.because}>{cell.allowed === 0 ? `never: ${cell.because ?? ''}` : number(cell.allowed)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Matrix>
    </Scroll>
  );
}

const Over = styled.span`color: ${brass};`;

/** Members by what they control, and what must be known first. */
export const GroupsView = memo(function GroupsView({ looked }: { looked: Looked }) {
  const promises = (looked.file?.guarantees ?? []) as { state?: string; event?: string; promise?: string }[];
  const advice = (looked.file?.words as { advice?: { use?: string; values?: Record<string, Record<string, string>> } } | undefined)?.advice;
  return (
    <>
      {looked.doubts.map((d) => <p key={d.member + d.what} role="note"><Mark of="unsure" word="doubtful" /> {d.member && <Code>{d.member}</Code>} {d.what}</p>)}
      <p>
        {looked.mustKnow.length === 0 ? 'Nothing must be known before the first use works.' : `${count(looked.mustKnow.length, 'thing')} must be known before the first use works:`}
      </p>
      <ul>{looked.mustKnow.map((k) => <li key={k.kind + k.name}>{k.what}</li>)}</ul>
      <dl>
        {looked.groups.map((g) => (
          <Fragment key={g.control}>
            <dt><strong>{g.control}</strong></dt>
            <dd>
              <Code>{g.members.map((m) => m.name).join(', ')}</Code>
              {g.over && <div><Over>{g.members.length} are more than {g.limit}: {g.remedy}</Over> <Soft>{g.because}</Soft></div>}
            </dd>
          </Fragment>
        ))}
      </dl>
      {promises.length > 0 && (
        <Table>
          <thead><tr><th>In the state</th><th>on</th><th>it promises</th></tr></thead>
          <tbody>{promises.map((g, i) => <tr key={i}><th scope="row">{g.state}</th><td>{g.event}</td><td>{g.promise}</td></tr>)}</tbody>
        </Table>
      )}
      {advice?.use && <p><strong>When to use it:</strong> {advice.use}</p>}
      {Object.entries(advice?.values ?? {}).map(([axis, values]) => (
        <ul key={axis}>{Object.entries(values).map(([value, words]) => <li key={value}><Code>{axis} {value}</Code> {words}</li>)}</ul>
      ))}
    </>
  );
});

const Brief = styled.dl`
  margin: ${space.s} 0 ${space.l}; display: grid; grid-template-columns: max-content 1fr; gap: ${space.s} ${space.m}; font-size: ${type.small};
  dt { color: ${soft}; }
  dd { margin: 0; min-width: 0; overflow-wrap: anywhere; }
`;

const weights = ['must', 'should', 'note'] as const;

/** One alternative among others: its members, states and findings in a few lines. */
export const InBrief = memo(function InBrief({ looked }: { looked: Looked }) {
  if (looked.problems.length > 0) return <Problems problems={looked.problems} />;
  const { states } = looked;
  const weighed = weights.map((w) => ({ w, n: looked.findings.filter((f) => f.weight === w).length })).filter(({ n }) => n > 0);
  return (
    <Brief>
      {looked.groups.filter((g) => g.members.length > 0).map((g) => (
        <Fragment key={g.control}>
          <dt>{g.control}</dt>
          <dd><Code>{g.members.map((m) => m.name).join(', ')}</Code>{g.over && <Over> too many</Over>}</dd>
        </Fragment>
      ))}
      {states && <><dt>states</dt><dd>{number(states.allowed)} may occur{states.loose ? <>, <span style={{ color: breaks }}>{number(states.loose)} that must not can be written</span></> : ''}</dd></>}
      <dt>to know first</dt>
      <dd>{looked.mustKnow.length === 0 ? 'nothing' : looked.mustKnow.map((k) => k.name).join(', ')}</dd>
      <dt>findings</dt>
      <dd>{weighed.length === 0 ? 'no rule of the library is broken' : weighed.map(({ w, n }) => `${n} ${w}`).join(', ')}{looked.findings.slice(0, 3).map((f) => <div key={f.member + f.rule + f.why}><Soft><Code>{f.member}</Code> {f.why}</Soft></div>)}{looked.findings.length > 3 && <div><Soft>and {looked.findings.length - 3} more</Soft></div>}</dd>
    </Brief>
  );
});

/** Why an alternative cannot be read. */
export function Problems({ problems }: { problems: string[] }) {
  if (problems.length === 0) return null;
  return (
    <Empty>
      <div role="alert">
        <Mark of="breaks" word="this is no contract yet" />
        <ul>{problems.map((p) => <li key={p}><Code>{p}</Code></li>)}</ul>
      </div>
    </Empty>
  );
}

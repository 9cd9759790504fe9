import { memo, useMemo, useState } from 'react';
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { useParams, useSearchParams } from 'react-router-dom';
import styled from 'styled-components';
import { useService } from '../api';
import type { Page } from '../api';
import { useActor } from '../design/actor';
import { Advise } from '../design/Advise';
import { send, useLook } from '../design/api';
import type { DraftFile, DraftRow, DraftState, Look, Looked, Refusal } from '../design/api';
import { Text } from '../design/fields';
import { withMember } from '../design/file';
import type { ContractFile } from '../design/file';
import { Leaving } from '../design/Leaving';
import { MemberForm } from '../design/MemberForm';
import type { ChangeMember } from '../design/MemberForm';
import { Skeleton } from '../design/Skeleton';
import { useStable } from '../design/stable';
import { CodeView, GroupsView, InBrief, Problems, StatesView, WhatIfTable } from '../design/views';
import { Answer, Card, Choose, Code, Mark, Plain, Section, Soft, Title } from '../parts';
import { Plate } from '../plate/Plate';
import { plateOf } from '../plate/model';
import { brass, breaks, ink, mono, paper, plate, rule, space, type } from '../tokens';

const frameworks = ['react', 'vue', 'svelte', 'angular', 'web component', 'ember'] as const;

const Bar = styled.div`
  display: flex; flex-wrap: wrap; gap: ${space.m} ${space.l}; align-items: end; position: sticky; top: 0; z-index: 2; background: ${paper}; padding: ${space.m} 0; border-bottom: 1px solid ${rule};
  input { width: 9.5rem; }
`;

const Alternatives = styled(ToggleButtonGroup)`display: flex; flex-wrap: wrap; gap: ${space.s};`;

const Alternative = styled(ToggleButton)`
  font: inherit; color: ${ink}; background: ${plate}; border: 1px solid ${rule}; border-radius: 6px; padding: 0.35rem 0.75rem; cursor: pointer;
  &[data-selected] { border-color: ${brass}; box-shadow: inset 0 -3px 0 ${brass}; font-weight: 600; }
  &[data-focus-visible] { outline: 2px solid ${brass}; outline-offset: 2px; }
`;

const Columns = styled.div`
  display: grid; grid-template-columns: minmax(24rem, 1.4fr) minmax(16rem, 0.9fr) minmax(17rem, 1fr); gap: ${space.l}; margin: ${space.l} 0; align-items: start;
  @media (max-width: 70rem) { grid-template-columns: 1fr; }
  > * { min-width: 0; }
`;

const Sticky = styled.div`position: sticky; top: 4.5rem;`;

const Both = styled.div`
  display: grid; grid-template-columns: 1fr 1fr; gap: ${space.l};
  pre { font-family: ${mono}; font-size: ${type.small}; background: ${paper}; border: 1px solid ${rule}; padding: ${space.m}; overflow: auto; max-height: 24rem; }
`;

const Said = styled(Card)`
  display: grid; gap: ${space.m}; justify-items: start;
  > * { max-width: 48rem; width: 100%; }
  > button { width: auto; }
  h3 { margin: ${space.m} 0 0; }
`;

const Changed = styled(Card)`border-color: ${breaks}; margin: ${space.l} 0;`;

function fileOf(draft: DraftFile, alternative: string): string {
  return draft.alternatives?.[alternative]?.file ?? `${alternative}.contract.yaml`;
}

interface Work {
  draft: DraftFile;
  contracts: Record<string, string>;
  /** Contracts that are edited as forms, by file; what is sent is made of these. */
  forms: Record<string, ContractFile>;
  revision: number;
  edited: boolean;
}

function begin(state: DraftState): Work {
  return { draft: state.draft, contracts: state.contracts, forms: {}, revision: state.state.revision, edited: false };
}

function texts(work: Work): Record<string, string> {
  return { ...work.contracts, ...Object.fromEntries(Object.entries(work.forms).map(([file, form]) => [file, JSON.stringify(form)])) };
}

/** The work on one alternative: its members on the left, the plate, code and what is found on the right. */
function Editor({ work, alternative, looked, framework, onWork }: { work: Work; alternative: string; looked?: Looked; framework: string; onWork: (work: Work) => void }) {
  const [asText, setAsText] = useState(false);
  const file = fileOf(work.draft, alternative);
  const form = work.forms[file] ?? looked?.file;
  const text = work.forms[file] ? (looked?.text ?? '') : (work.contracts[file] ?? '');
  const setMember = useStable<Parameters<ChangeMember>>((section, name, to) => {
    if (form) onWork({ ...work, forms: { ...work.forms, [file]: withMember(form, section, name, to) }, edited: true });
  });
  const setText = (next: string) => {
    const { [file]: _, ...forms } = work.forms;
    onWork({ ...work, forms, contracts: { ...work.contracts, [file]: next }, edited: true });
  };
  const drawn = useMemo(() => looked?.contract && <Plate model={plateOf(looked.contract)} hrefOf={() => '#members'} onOpen={() => undefined} />, [looked?.contract]);
  return (
    <Columns>
      <Card aria-label="Members">
        <div style={{ display: 'flex', justifyContent: 'space-between', marginBottom: space.m }}>
          <strong>{alternative}</strong>
          <Plain onPress={() => setAsText(!asText)}>{asText ? 'Edit as form' : 'Edit as file'}</Plain>
        </div>
        {looked && <Problems problems={looked.problems} />}
        {asText ? <Text many code label={file} value={text} onValueChange={setText} /> : form && <MemberForm file={form} looked={looked} onMember={setMember} />}
      </Card>
      <Sticky>
        {drawn && <Card aria-label="Plate">{drawn}</Card>}
        {looked && looked.problems.length === 0 && <Card style={{ marginTop: space.l }}><GroupsView looked={looked} /></Card>}
      </Sticky>
      <Card aria-label={`Code in ${framework}`}>
        <strong>The code that an app would write</strong>
        {looked && <CodeView code={looked.code} />}
      </Card>
    </Columns>
  );
}

/** Both versions of a draft that somebody else has changed meanwhile. */
function Meanwhile({ now, mine, onKeep, onTake }: { now: DraftState; mine: Work; onKeep: () => void; onTake: () => void }) {
  const own: Record<string, string> = texts(mine);
  const differing = [...new Set([...Object.keys(now.contracts), ...Object.keys(own)])].filter((f) => now.contracts[f] !== own[f]);
  return (
    <Changed role="alert">
      <p><strong>{now.state.by} changed this draft meanwhile</strong> (revision {now.state.revision}: {now.state.what}). Nothing of yours is lost; look at both.</p>
      {differing.map((f) => (
        <div key={f}>
          <Code>{f}</Code>
          <Both>
            <div><Soft>theirs</Soft><pre tabIndex={0}>{now.contracts[f] ?? 'is not there'}</pre></div>
            <div><Soft>yours</Soft><pre tabIndex={0}>{mine.forms[f] ? JSON.stringify(mine.forms[f], null, 2) : (own[f] ?? 'is not there')}</pre></div>
          </Both>
        </div>
      ))}
      {differing.length === 0 && <p>The contracts are the same; what is said of the draft differs.</p>}
      <Plain onPress={onKeep}>Save mine as the next revision</Plain> <Plain onPress={onTake}>Take theirs</Plain>
    </Changed>
  );
}

const Words = memo(function Words({ draft, onChange }: { draft: DraftFile; onChange: (draft: DraftFile) => void }) {
  const [wish, setWish] = useState('');
  const [asked, setAsked] = useState('');
  const [what, setWhat] = useState('');
  const [reason, setReason] = useState('');
  const [turned, setTurned] = useState('');
  const decide = () => {
    onChange({ ...draft, decisions: [...(draft.decisions ?? []), { what, reason, on: new Date().toISOString().slice(0, 10), turnedDown: turned ? [turned] : undefined }] });
    setWhat('');
    setReason('');
    setTurned('');
  };
  const park = () => {
    onChange({ ...draft, wishes: [...(draft.wishes ?? []), { what: wish, askedBy: asked.split(',').map((a) => a.trim()).filter(Boolean) }] });
    setWish('');
    setAsked('');
  };
  return (
    <Said>
      <Text label="Notes" value={draft.notes ?? ''} onValueChange={(notes) => onChange({ ...draft, notes })} />
      <div>
        <Choose label="How much freedom is meant" value={draft.stance ?? 'not set'} options={['not set', 'locked', 'slots', 'parts', 'full']} onValueChange={(v) => onChange({ ...draft, stance: v === 'not set' ? undefined : v })} />
      </div>
      <h3>Decided</h3>
      <ul>
        {draft.decisions?.map((d) => (
          <li key={d.what}>{d.what} <Soft>{d.reason}</Soft>{d.turnedDown?.map((t) => <div key={t}><Soft>turned down: {t}</Soft></div>)}</li>
        ))}
      </ul>
      <Text label="What is decided" value={what} onValueChange={setWhat} />
      <Text label="Its reason" value={reason} onValueChange={setReason} />
      <Text label="What was turned down" value={turned} onValueChange={setTurned} />
      <Plain isDisabled={!what || !reason} onPress={decide}>Note the decision</Plain>
      <h3>Wished for, not now</h3>
      <ul>{draft.wishes?.map((w) => <li key={w.what}>{w.what} <Soft>{w.askedBy?.join(', ')}</Soft></li>)}</ul>
      <Text label="A wish" value={wish} onValueChange={setWish} />
      <Text label="Who asked" value={asked} onValueChange={setAsked} />
      <Plain isDisabled={!wish} onPress={park}>Park the wish</Plain>
    </Said>
  );
});

const History = memo(function History({ name, kept, onBack }: { name: string; kept: number; onBack: (revision: number) => void }) {
  const revisions = useService<Page<DraftRow>>(`/drafts/${encodeURIComponent(name)}/revisions?kept=${kept}`);
  return (
    <Answer of={revisions}>
      {({ items }) => (
        <ol reversed start={items.length}>
          {items.map((r) => (
            <li key={r.revision}>
              {r.what} <Soft>by {r.by}, {new Date(r.at).toLocaleString('en-GB')}</Soft>{' '}
              {r.revision !== kept && <Plain onPress={() => onBack(r.revision)} aria-label={`Go back to revision ${r.revision}`}>Go back to this</Plain>}
            </li>
          ))}
        </ol>
      )}
    </Answer>
  );
});

function Draft({ state }: { state: DraftState }) {
  const name = state.state.name;
  const [work, setWork] = useState(() => begin(state));
  // What is looked at stands in the address, to be shared and come back to.
  const [params, setParams] = useSearchParams();
  const [actor, setActor] = useActor();
  const [what, setWhat] = useState('');
  const [refusal, setRefusal] = useState<Refusal>();
  const names = Object.keys(work.draft.alternatives ?? {});
  const asked = params.get('alternative') ?? '';
  const shown = names.includes(asked) ? asked : (names[0] ?? '');
  const framework = frameworks.find((f) => f === params.get('code')) ?? 'react';
  const byText = params.get('by');
  const by = useMemo(() => byText?.split(',').filter(Boolean) ?? [], [byText]);
  const { look, problem } = useLook({ draft: work.draft, contracts: texts(work), framework, by });
  const set = (changed: Record<string, string>) =>
    setParams((now) => {
      const next = new URLSearchParams(now);
      for (const [name, value] of Object.entries(changed)) {
        if (value === '') next.delete(name);
        else next.set(name, value);
      }
      return next;
    }, { replace: true });
  const setShown = (alternative: string) => set({ alternative, by: '' });
  const setBy = useStable((names: string[]) => set({ by: names.join(',') }));
  const looked = look?.alternatives.find((a) => a.name === shown);

  const keep = (base: number, next: Work = work, words = what) => {
    send<DraftState>('PUT', `/drafts/${encodeURIComponent(name)}`, { draft: next.draft, contracts: texts(next), what: words }, { 'X-Steady-Actor': actor, 'If-Match': `"${base}"` })
      .then((saved) => { setWork(begin(saved)); setRefusal(undefined); setWhat(''); })
      .catch(setRefusal);
  };
  const addAlternative = (base: string, text: string, more: { summary?: string; pattern?: string } = {}) => {
    let alternative = base;
    for (let n = 2; names.includes(alternative); n++) alternative = `${base}-${n}`;
    setWork({ ...work, edited: true, draft: { ...work.draft, alternatives: { ...work.draft.alternatives, [alternative]: more } }, contracts: { ...work.contracts, [`${alternative}.contract.yaml`]: text } });
    setShown(alternative);
  };
  const take = useStable((pattern: string) => {
    send<{ text: string }>('POST', '/design/shape', { text: looked?.text ?? '', pattern }).then((made) => addAlternative(pattern.replace(/^an? /, '').split(' ').slice(0, 2).join('-'), made.text, { pattern, summary: `${shown}, with ${pattern}` })).catch(setRefusal);
  });
  const back = useStable((revision: number) => {
    void fetch(`/api/v1/drafts/${encodeURIComponent(name)}/revisions/${revision}`).then(async (r) => {
      const old = (await r.json()) as DraftState;
      setWork({ ...begin(old), revision: work.revision, edited: true });
      setWhat(`went back to revision ${revision}`);
      setShown(Object.keys(old.draft.alternatives ?? {})[0] ?? '');
    });
  });
  const simplify = useStable((text: string) => addAlternative(`${shown}-simpler`, text));
  const say = useStable((draft: DraftFile) => setWork({ ...work, draft, edited: true }));
  const finish = () => {
    const draft = { ...work.draft, finished: { alternative: shown, by: actor, on: new Date().toISOString().slice(0, 10) } };
    keep(work.revision, { ...work, draft }, `finished with ${shown}`);
  };

  return (
    <>
      <Leaving edited={work.edited} what={work.draft.component} />
      <Title below={<>{work.draft.notes}{look?.against && <Soft> Held against {look.against}.</Soft>}</>}>{work.draft.component}</Title>
      <Bar>
        <Alternatives aria-label="Alternatives" selectionMode="single" disallowEmptySelection selectedKeys={[shown]} onSelectionChange={(keys) => setShown(String([...keys][0]))}>
          {names.map((n) => <Alternative key={n} id={n}>{n}{work.draft.finished?.alternative === n && ' · intended'}</Alternative>)}
        </Alternatives>
        <Plain onPress={() => addAlternative(`${shown}-too`, looked?.text ?? '')}>Duplicate</Plain>
        <Choose label="Code in" value={framework} options={frameworks} onValueChange={(code) => set({ code })} />
        <Text label="Your name" value={actor} onValueChange={setActor} />
        <Text label="Change note" value={what} onValueChange={setWhat} />
        <Plain isDisabled={!work.edited || actor === ''} onPress={() => keep(work.revision)}>Save</Plain>
        <Plain isDisabled={actor === '' || work.edited} onPress={finish}>Adopt {shown}</Plain>
        <Soft aria-live="polite">{work.edited ? 'not saved yet' : `revision ${work.revision}`}</Soft>
      </Bar>
      {refusal && !refusal.now && <Changed role="alert"><Mark of="breaks" word={refusal.detail} /> {refusal.right}{refusal.errors?.map((e) => <div key={e}><Code>{e}</Code></div>)}</Changed>}
      {refusal?.now && <Meanwhile now={refusal.now} mine={work} onKeep={() => keep(refusal.now!.state.revision)} onTake={() => { setWork(begin(refusal.now!)); setRefusal(undefined); }} />}
      {problem && <Changed role="alert"><Mark of="breaks" word={problem.detail} /></Changed>}
      <Editor key={shown} work={work} alternative={shown} looked={looked} framework={framework} onWork={setWork} />
      {looked && looked.problems.length === 0 && (
        <Section aria-label="States"><h2>States of {shown}</h2><StatesView looked={looked} by={by} onByChange={setBy} onTake={simplify} /></Section>
      )}
      {look && <SideBySide look={look} />}
      <Section aria-label="What if"><h2>What if …</h2>{look && <WhatIfTable table={look.whatIf} />}</Section>
      {looked?.text && <Section aria-label="Skeleton"><h2>Begin to build {shown}</h2><Skeleton key={shown} text={looked.text} /></Section>}
      <Section aria-label="Patterns"><h2>Which pattern?</h2><Advise framework={framework} stance={work.draft.stance ?? ''} onTake={take} /></Section>
      <Section aria-label="Words"><h2>What was said</h2><Words draft={work.draft} onChange={say} /></Section>
      <Section aria-label="History"><h2>History</h2><History name={name} kept={work.revision} onBack={back} /></Section>
    </>
  );
}

const Side = styled.div`
  display: grid; grid-auto-flow: column; grid-auto-columns: minmax(18rem, 1fr); gap: ${space.l}; overflow-x: auto; padding: ${space.m} 0;
`;

/** The alternatives as columns: each in brief, and the same use under each. */
const SideBySide = memo(function SideBySide({ look }: { look: Look }) {
  const scenarios = [...new Set(look.alternatives.flatMap((a) => a.code.map((c) => c.scenario)))];
  const [scenario, setScenario] = useState('');
  const chosen = scenarios.includes(scenario) ? scenario : (scenarios[0] ?? '');
  if (look.alternatives.length < 2 || chosen === '') return null;
  return (
    <Section aria-label="Side by side">
      <h2>The alternatives, side by side</h2>
      <Choose label="Scenario" value={chosen} options={scenarios} onValueChange={setScenario} />
      <Side tabIndex={0} role="region" aria-label={`The alternatives, and ${chosen} under each`}>
        {look.alternatives.map((a) => (
          <Card key={a.name} aria-label={a.name}>
            <strong>{a.name}</strong>
            <InBrief looked={a} />
            <CodeView code={a.code.filter((c) => c.scenario === chosen)} />
          </Card>
        ))}
      </Side>
    </Section>
  );
});

/** Which interface should it be? One draft with its alternatives. */
export function DraftPage() {
  const { draft = '' } = useParams();
  const state = useService<DraftState>(`/drafts/${encodeURIComponent(draft)}`);
  return <Answer of={state}>{(data) => <Draft key={`${data.state.name} ${data.state.revision}`} state={data} />}</Answer>;
}

import type { ReactNode } from 'react';
import { Link, useParams, useSearchParams } from 'react-router-dom';
import styled from 'styled-components';
import { piece, useService } from '../api';
import type { Inspected, Mistake, Place, Weight } from '../api';
import { Answer, Choose, Code, Copyable, Empty, Rows, Scroll, Section, Silently, Soft, Source, Table, Title, Weigh } from '../parts';
import { breaks, holds, mono, paper, rule, sand, space, type } from '../tokens';

const weights = ['must', 'should', 'note'] as const;
const any = 'all';

const Bar = styled.div`display: flex; flex-wrap: wrap; gap: ${space.l}; align-items: end; margin: ${space.l} 0;`;

const Found = styled.article`
  padding: ${space.l}; border-bottom: 1px solid ${sand};
  header { display: flex; flex-wrap: wrap; gap: ${space.m} ${space.l}; align-items: center; }
  p { margin: ${space.m} 0 0; }
  ins, del { display: block; text-decoration: none; font: ${type.small}/1.5 ${mono}; background: ${paper}; border-left: 3px solid ${rule}; padding: 0 ${space.m}; white-space: pre-wrap; }
  del { border-color: ${breaks}; }
  del::before { content: '− '; color: ${breaks}; }
  ins { border-color: ${holds}; }
  ins::before { content: '+ '; color: ${holds}; }
`;

const Where = styled(Code)`white-space: nowrap;`;

const sentence = (text: string) => `${text[0].toUpperCase()}${text.slice(1)}.`;
const placeText = (p: Place) => `${p.file}:${p.line}:${p.column}`;

/** A component of the library, as a link to its page. */
function Of({ package: pkg, component }: { package: string; component: string }) {
  return <Link to={`/components/${piece(pkg)}/${piece(component)}`}>{component}</Link>;
}

function FoundView({ found, site }: { found: Mistake; site?: Inspected['texts'][string] }) {
  return (
    <Found id={found.fingerprint}>
      <header>
        <Weigh of={found.weight} />
        <Code>{placeText(found.at)}</Code>
        {found.component && <strong><Of package={found.package} component={found.component} /></strong>}
        <Soft>{found.kind}{found.sure !== 'sure' && `, ${found.sure}`}</Soft>
        {found.silent && <Silently />}
      </header>
      <p>{sentence(found.why)} <strong>{sentence(found.mend)}</strong></p>
      {site && site.at.file === found.at.file && <Source text={site.text} at={site.at} marks={[found.at]} />}
      {found.edits.map((e) => (
        <p key={placeText(e.at)}>
          <del aria-label="instead of">{e.old}</del>
          {e.new && <ins aria-label="write">{e.new}</ins>}
        </p>
      ))}
    </Found>
  );
}

interface LayerProps<T> {
  title: string;
  none: string;
  items: T[];
  head: string[];
  row: (item: T) => ReactNode[];
}

/** One kind of what an app lays over a library, as a table. */
function Layer<T>({ title, none, items, head, row }: LayerProps<T>) {
  return (
    <Section>
      <h2>{title}</h2>
      {items.length === 0 ? <Soft>{none}</Soft> : (
        <Scroll tabIndex={0} role="region" aria-label={title}>
          <Table>
            <thead><tr>{head.map((h) => <th key={h}>{h}</th>)}</tr></thead>
            <tbody>
              {items.map((item, i) => (
                <tr key={i}>{row(item).map((cell, n) => (n === 0 ? <th key={n} scope="row">{cell}</th> : <td key={n}>{cell}</td>))}</tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      )}
    </Section>
  );
}

function Layers({ layers }: { layers: Inspected['inspection']['layers'] }) {
  return (
    <>
      <Layer title="Wrappers" none="No component of the app hands on to one of the library." items={layers.wrappers} head={['Wrapper', 'Wraps', 'Fixes', 'Adds', 'Renames', 'Hides', 'Used', 'The component itself', 'Where']}
        row={(w) => [w.name, <Of key="c" {...w} />, w.fixes.map((f) => <div key={f.member}><Code>{f.member}</Code> {f.value}</div>), w.adds.join(', '), w.renames.map((r) => <div key={r.as}><Code>{r.prop}</Code> → <Code>{r.as}</Code></div>),
          w.hides.length > 8 ? `${w.hides.slice(0, 8).join(', ')} and ${w.hides.length - 8} more` : w.hides.join(', '), w.uses, w.bare, <Where key="p">{placeText(w.at)}</Where>]} />
      <Layer title="Set for all uses" none="The app sets no default or style for all uses of a component." items={layers.defaults} head={['Component', 'What', 'Value', 'Where']}
        row={(d) => [<Of key="c" {...d} />, d.style ? `style ${[d.part, d.state, d.style].filter(Boolean).join(' ')}` : <Code key="m">{d.member}</Code>, <>{d.value}{!d.known && <strong> it has no such member</strong>}</>, <Where key="p">{placeText(d.at)}</Where>]} />
      <Layer title="Styles of single uses" none="No use is given a style of its own." items={layers.styles} head={['Component', 'Style', 'Times', 'Where']}
        row={(s) => [<Of key="c" {...s} />, <Code key="s">{s.style}</Code>, s.at.length, s.at.map((p) => <div key={placeText(p)}><Where>{placeText(p)}</Where></div>)]} />
      <Layer title="Reach-ins" none="No style or query reaches inside of a component." items={layers.reachIns} head={['Component', 'Selector', 'Relies on', 'In the newest release', 'Where']}
        row={(r) => [<Of key="c" {...r} />, <><Code>{r.selector}</Code>{r.query && <Soft> by {r.query}</Soft>}</>, <>{r.relies}{r.sure !== 'sure' && <Soft>, {r.sure}</Soft>}</>, r.still === 'yes' ? 'still there' : r.still === 'no' ? <strong>gone</strong> : <Soft>unknown</Soft>, <Where key="p">{placeText(r.at)}</Where>]} />
      <Layer title="Copies" none="Nothing in the app is a component's source carried over." items={layers.copies} head={['In the app', 'Copied from', 'Kept of it', 'The app\u2019s own', 'Gained since', 'Where']}
        row={(c) => [c.name, <><Of {...c} /> {c.version}{c.alike.length > 0 && <Soft> (to {c.alike[c.alike.length - 1]} the same)</Soft>}</>, `${Math.round(c.kept * 100)} %`, `${Math.round(c.own * 100)} %`, c.gained.join(', ') || <Soft>nothing up to {c.newest}</Soft>, <Where key="p">{placeText(c.at)}</Where>]} />
      {layers.extensions.length > 0 && <Layer title="Extensions" none="" items={layers.extensions} head={['Component', 'Extended by', 'Where']} row={(x) => [<Of key="c" {...x} />, x.in, <Where key="p">{placeText(x.at)}</Where>]} />}
      {layers.shadows.length > 0 && <Layer title="Called as the library's" none="" items={layers.shadows} head={['Component', 'File', 'What it is']} row={(x) => [<Of key="c" {...x} />, <Code key="f">{x.file}</Code>, x.wraps ? 'draws the library\u2019s' : 'something of its own']} />}
    </>
  );
}

function Whole({ data }: { data: Inspected }) {
  const [params, setParams] = useSearchParams();
  const { inspection, texts } = data;
  const weight = params.get('weight') ?? any;
  const kind = params.get('kind') ?? any;
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value === any) next.delete(name);
    else next.set(name, value);
    setParams(next, { replace: true });
  };
  const shown = inspection.findings.filter((f) => (weight === any || f.weight === weight) && (kind === any || f.kind === kind));
  const kinds = [...new Set(inspection.findings.map((f) => f.kind))].sort();
  return (
    <>
      {inspection.held.map((h) => (
        <p key={h.package}>
          Held against <Code>{h.package}</Code> {h.version}{h.exact ? ', which it is locked to' : h.locked.length > 0 ? <strong>; it is locked to {h.locked.join(', ')}, which is not kept here</strong> : '; what it is locked to is not known'}
          {h.newest && <Soft>. The newest release is {h.newest}: <Link to={`/impact?package=${piece(h.package)}&from=${piece(h.version)}&to=${piece(h.newest)}&app=${piece(inspection.app.name)}`}>what moving there costs</Link></Soft>}
        </p>
      ))}
      <Section>
        <h2>{inspection.totals.findings} {inspection.totals.findings === 1 ? 'finding' : 'findings'} at {inspection.totals.sites} sites</h2>
        <Bar>
          <Choose label="Weight" value={weight} options={[any, ...weights]} onValueChange={(v) => set('weight', v)} />
          <Choose label="Kind" value={kind} options={[any, ...kinds]} onValueChange={(v) => set('kind', v)} />
          {weights.map((w: Weight) => <Weigh key={w} of={w} count={inspection.totals[w]} />)}
          <Soft>{inspection.totals.silent} of them nobody else tells of</Soft>
        </Bar>
        {shown.length === 0 ? <Empty>{inspection.findings.length === 0 ? 'Nothing was found.' : 'None of this weight and kind.'}</Empty> : (
          <Rows items={shown} label="Findings" height={130} keyOf={(f) => f.fingerprint} renderRow={(f) => <FoundView found={f} site={f.site ? texts[f.site] : undefined} />} />
        )}
      </Section>
      <Layers layers={inspection.layers} />
      <Section>
        <h2>What could not be read</h2>
        {inspection.unread.length === 0 ? <Soft>Everything was read.</Soft> : (
          <ul>{inspection.unread.slice(0, 50).map((u) => <li key={placeText(u.at) + u.why}><Code>{placeText(u.at)}</Code> {u.why}</li>)}</ul>
        )}
      </Section>
      <Section>
        <h2>In a terminal or in CI</h2>
        <Copyable text={`steady inspect ./${inspection.app.name} --library ${inspection.held.map((h) => h.package).join(' --library ')}`} />
      </Section>
    </>
  );
}

/** What is wrong in one app, and what does it quietly rely upon? */
export function AppPage() {
  const { app = '' } = useParams();
  const found = useService<Inspected>(`/apps/${piece(app)}/inspection`);
  return (
    <>
      <Title below={<Link to="/apps">All apps</Link>}>{app}</Title>
      <Answer of={found}>{(data) => <Whole data={data} />}</Answer>
    </>
  );
}

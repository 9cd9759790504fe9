import { Fragment } from 'react';
import { Link, useSearchParams } from 'react-router-dom';
import styled from 'styled-components';
import { piece, useService } from '../api';
import type { Change, Changes, Page, Release, Verdict } from '../api';
import { Answer, Card, Code, Copyable, Empty, Mark, Scroll, Section, SilenceNote, Soft, Table, Title } from '../parts';
import { Versions } from './Versions';
import { breaks, holds, space } from '../tokens';

const verdicts: { verdict: Verdict; title: string }[] = [
  { verdict: 'breaking', title: 'Breaking' },
  { verdict: 'behavioural', title: 'Behavioural: works, but looks or behaves otherwise' },
  { verdict: 'unsure', title: 'Unsure: cannot be decided from what was read' },
  { verdict: 'additive', title: 'Additive' },
  { verdict: 'neutral', title: 'Neutral' },
];

const Owed = styled(Card)<{ $enough: boolean }>`
  border-left: 6px solid ${(p) => (p.$enough ? holds : breaks)}; margin: ${space.l} 0; display: flex; flex-wrap: wrap; gap: ${space.l} ${space.xl}; align-items: baseline;
`;

export function memberText(c: Change): string {
  if (c.member.kind === 'component' || c.member.kind === 'package') return c.component || c.member.kind;
  if (['root', 'passThrough', 'handle'].includes(c.member.kind)) return `${c.component} ${c.member.kind === 'passThrough' ? 'pass-through' : c.member.kind}`;
  return `${c.component}.${c.member.spelled || c.member.name}`;
}

/** The two cells of a change: what was, and what is. */
export function Sides({ of }: { of: Change }) {
  return <><td><Code>{of.before?.text ?? '–'}</Code></td><td><Code>{of.after?.text ?? '–'}</Code></td></>;
}

function ChangeTable({ changes }: { changes: Change[] }) {
  return (
    <Scroll>
      <Table>
        <thead>
          <tr><th>Member</th><th>What it means to an app</th><th>Silent</th><th>Before</th><th>After</th></tr>
        </thead>
        <tbody>
          {changes.map((c) => (
            <tr key={c.id} id={c.id}>
              <th scope="row"><Code>{memberText(c)}</Code><br /><Soft>{c.kind}</Soft></th>
              <td>
                {c.why}
                {c.pairing && <div><Soft>taken for {c.pairing.new}: {c.pairing.reason}</Soft></div>}
              </td>
              <td><SilenceNote of={c.silent} /></td>
              <Sides of={c} />
            </tr>
          ))}
        </tbody>
      </Table>
    </Scroll>
  );
}

function notes(changes: Changes): string {
  return changes.changes
    .filter((c) => c.verdict !== 'neutral')
    .map((c) => `- ${c.verdict}${c.silent === 'always' ? ', always silent' : ''}: ${memberText(c)}: ${c.why}`)
    .join('\n');
}

function Compared({ changes }: { changes: Changes }) {
  const silent = changes.changes.filter((c) => c.silent === 'always' && c.verdict !== 'additive' && c.verdict !== 'neutral');
  return (
    <>
      <Owed $enough={changes.enough}>
        <span>Owed <strong>{changes.owed}</strong>{changes.owedIfUnsure !== changes.owed && <> (<strong>{changes.owedIfUnsure}</strong> if what is unsure breaks)</>}</span>
        <span>Given <strong>{changes.given}</strong></span>
        <strong>{changes.enough ? 'The number is enough' : 'The number is not enough'}</strong>
        <Link to={`/impact?package=${piece(changes.from.package)}&from=${changes.from.version}&to=${changes.to.version}`}>Who is hit?</Link>
      </Owed>
      {changes.changes.length === 0 && <Empty>Nothing is different between these two releases.</Empty>}
      {silent.length > 0 && (
        <Section aria-label="Always silent">
          <h2>Always silent: nobody would be told</h2>
          <ChangeTable changes={silent} />
        </Section>
      )}
      {verdicts.map(({ verdict, title }) => {
        const list = changes.changes.filter((c) => c.verdict === verdict && !silent.includes(c));
        if (list.length === 0) return <Fragment key={verdict} />;
        return (
          <Section key={verdict} aria-label={title}>
            <h2><Mark of={verdict} count={list.length} word={title} /></h2>
            <ChangeTable changes={list} />
          </Section>
        );
      })}
      {changes.changes.length > 0 && (
        <Section>
          <h2>Notes, ready to copy</h2>
          <details>
            <summary>{changes.changes.length} lines</summary>
            <pre style={{ whiteSpace: 'pre-wrap' }}>{notes(changes)}</pre>
          </details>
          <Copyable text={`steady compare ${changes.from.package}@${changes.from.version} ${changes.to.package}@${changes.to.version}`} />
        </Section>
      )}
    </>
  );
}

/** What changed? Two releases of a package side by side. */
export function ReleasesPage() {
  const [params, setParams] = useSearchParams();
  const releases = useService<Page<Release>>('/releases?limit=1000');
  return (
    <>
      <Title below="Two releases held against each other; what nobody would be told stands first.">Releases</Title>
      <Answer of={releases}>
        {({ items }) => (
          <Versions releases={items} params={params} setParams={setParams}>
            {(chosen) => <Between {...chosen} />}
          </Versions>
        )}
      </Answer>
    </>
  );
}

function Between({ pkg, from, to }: { pkg: string; from: string; to: string }) {
  const changes = useService<Changes>(`/packages/${piece(pkg)}/changes?from=${piece(from)}&to=${piece(to)}`);
  return <Answer of={changes}>{(data) => <Compared changes={data} />}</Answer>;
}

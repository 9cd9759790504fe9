import { useSearchParams, Link } from 'react-router-dom';
import styled from 'styled-components';
import { piece, useService, wrapperName } from '../api';
import type { AppRow, Changes, Impact, ImpactSite, Outcome, Page, Release } from '../api';
import { Answer, Card, Code, Empty, Mark, Rows, Scroll, Section, Soft, Source, Table, Title } from '../parts';
import { plate, sand, space } from '../tokens';
import { memberText } from './ReleasesPage';
import { Versions } from './Versions';
import type { Chosen } from './Versions';

const outcomes: Outcome[] = ['breaks', 'unsure', 'shifts', 'holds'];

const Grid = styled(Table)`
  thead th { vertical-align: bottom; }
  thead th.change { min-width: 7rem; max-width: 12rem; white-space: normal; font-weight: 400; }
  tbody th { white-space: nowrap; position: sticky; left: 0; background: ${plate}; }
`;

const SiteCard = styled.article`
  padding: ${space.l}; border-bottom: 1px solid ${sand};
  header { display: flex; flex-wrap: wrap; gap: ${space.m} ${space.l}; align-items: baseline; }
  ul { margin: ${space.m} 0 0; padding: 0; list-style: none; }
  li { margin: ${space.s} 0; display: flex; flex-wrap: wrap; gap: ${space.m}; align-items: baseline; }
`;

function SiteView({ site, changes }: { site: ImpactSite; changes: Impact['changes'] }) {
  return (
    <SiteCard>
      <header>
        <Mark of={site.outcome} />
        <Code>{site.at.file}:{site.at.line}:{site.at.column}</Code>
        <strong>{site.component}</strong>
        <Soft>in {site.in}{site.via.length > 0 && `, via ${wrapperName(site.via[0])}`}{site.behind > 0 && `, ${site.behind} more behind it`}</Soft>
      </header>
      <ul>
        {site.because.map((cause) => {
          const change = changes.find((c) => c.id === cause.change);
          return (
            <li key={cause.change}>
              <Mark of={cause.outcome} />
              <span>{cause.why}{cause.silent && cause.outcome !== 'holds' && <strong>, silently</strong>}</span>
              {change && <Soft>{memberText(change)}: {change.why}</Soft>}
            </li>
          );
        })}
      </ul>
      <Source text={site.text} at={site.at} marks={site.because.filter((c) => c.outcome !== 'holds' && c.at.file === site.at.file).map((c) => c.at)} />
    </SiteCard>
  );
}

function AppSites({ pkg, from, to, app, change, outcome }: Chosen & { app: string; change: string | null; outcome: string | null }) {
  const found = useService<Impact>(`/packages/${piece(pkg)}/impact/${piece(app)}?from=${piece(from)}&to=${piece(to)}`);
  return (
    <Answer of={found}>
      {(data) => {
        const sites = data.sites.filter((s) => (!outcome || s.outcome === outcome) && (!change || s.because.some((c) => c.change === change)));
        return (
          <Section aria-label={`Sites of ${app}`}>
            <h2>{sites.length} {sites.length === 1 ? 'site' : 'sites'} of {app}{outcome && ` that ${outcome === 'unsure' ? 'are unsure' : outcome.replace(/s$/, '')}`}{change && <> through <Code>{change}</Code></>}</h2>
            {sites.length === 0 ? <Empty>None.</Empty> : <Rows items={sites} label={`Sites of ${app}`} height={190} keyOf={(s) => s.id} renderRow={(s) => <SiteView site={s} changes={data.changes} />} />}
          </Section>
        );
      }}
    </Answer>
  );
}

/** Whether a release comes to an app without anyone deciding. */
function ReachNote({ reach }: { reach: AppRow['reach'] }) {
  const locked = reach.locked && reach.locked.length > 0 ? reach.locked.join(', ') : 'nothing locked';
  return (
    <Soft>
      {reach.range || 'no range'} · {locked}
      <br />
      {reach.unasked === 'yes' ? <strong>comes unasked</strong> : reach.unasked === 'no' ? 'comes when asked for' : 'whether it comes unasked is unknown'}
    </Soft>
  );
}

function Matrix({ changes, apps, chosen }: { changes: Changes; apps: AppRow[]; chosen: Chosen }) {
  const hit = changes.changes.filter((c) => apps.some((a) => a.cells[c.id]));
  const base = `/impact?package=${piece(chosen.pkg)}&from=${piece(chosen.from)}&to=${piece(chosen.to)}`;
  // An app that neither asks for the package nor uses it has nothing to lose here.
  const concerned = apps.filter((a) => !a.scanned || a.reach.range || (a.reach.locked ?? []).length > 0 || a.totals.sites > 0);
  const others = apps.length - concerned.length;
  if (apps.length === 0) return <Empty command="steady add app ./booking">No app is kept yet. Add one:</Empty>;
  return (
    <>
      <Scroll tabIndex={0} role="region" aria-label="Apps and changes">
        <Grid>
          <thead>
            <tr>
              <th>App</th><th>Sites</th>
              {hit.map((c) => (
                <th key={c.id} className="change" scope="col">
                  <Mark of={c.verdict} word={memberText(c)} /><br />{c.why}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {concerned.map((a) => (
              <tr key={a.app}>
                <th scope="row">
                  <Link to={`${base}&app=${piece(a.app)}`}>{a.app}</Link><br />
                  {a.scanned && <ReachNote reach={a.reach} />}
                </th>
                {!a.scanned ? (
                  <td colSpan={hit.length + 1}><Soft>not scanned for this package</Soft></td>
                ) : (
                  <>
                    <td>
                      {outcomes.map((o) => (
                        <div key={o}>
                          <Link to={`${base}&app=${piece(a.app)}&outcome=${o}`}><Mark of={o} count={a.totals[o]} /></Link>
                        </div>
                      ))}
                      <Soft>{a.totals.sites} sites, {a.totals.behind} more behind wrappers</Soft>
                    </td>
                    {hit.map((c) => (
                      <td key={c.id}>
                        {outcomes.filter((o) => a.cells[c.id]?.[o]).map((o) => (
                          <div key={o}>
                            <Link to={`${base}&app=${piece(a.app)}&change=${piece(c.id)}`} aria-label={`${a.app}, ${memberText(c)}: ${a.cells[c.id][o]} ${o}`}>
                              <Mark of={o} count={a.cells[c.id][o]} />
                            </Link>
                          </div>
                        ))}
                      </td>
                    ))}
                  </>
                )}
              </tr>
            ))}
          </tbody>
        </Grid>
      </Scroll>
      {others > 0 && <p><Soft>{others === 1 ? '1 other scanned app does' : `${others} other scanned apps do`} not use this package.</Soft></p>}
    </>
  );
}

function Between({ chosen, params }: { chosen: Chosen; params: URLSearchParams }) {
  const found = useService<{ changes: Changes; apps: AppRow[] }>(`/packages/${piece(chosen.pkg)}/impact?from=${piece(chosen.from)}&to=${piece(chosen.to)}`);
  const app = params.get('app');
  return (
    <>
      <Section>
        <Answer of={found}>{({ changes, apps }) => <Matrix changes={changes} apps={apps} chosen={chosen} />}</Answer>
      </Section>
      {app ? <AppSites {...chosen} app={app} change={params.get('change')} outcome={params.get('outcome')} /> : <Card><Soft>Choose an app or a number to see its sites, down to the source.</Soft></Card>}
    </>
  );
}

/** Who is hit, and where? Apps × changes between two releases, down to the site. */
export function ImpactPage() {
  const [params, setParams] = useSearchParams();
  const releases = useService<Page<Release>>('/releases?limit=1000');
  return (
    <>
      <Title below="What becomes of every use site when an app moves from one release to the other.">Impact</Title>
      <Answer of={releases}>
        {({ items }) => (
          <Versions releases={items} params={params} setParams={setParams}>
            {(chosen) => <Between chosen={chosen} params={params} />}
          </Versions>
        )}
      </Answer>
    </>
  );
}

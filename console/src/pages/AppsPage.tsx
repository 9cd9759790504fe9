import { Link } from 'react-router-dom';
import styled from 'styled-components';
import { piece, useService } from '../api';
import type { App, Page, Release } from '../api';
import { Answer, Code, Empty, Scroll, Section, Soft, Table, Title, Weigh } from '../parts';
import { brass, plate } from '../tokens';

const Grid = styled(Table)`
  thead th { vertical-align: bottom; }
  td.here { color: ${brass}; font-weight: 700; text-align: center; }
  td.not { text-align: center; }
  tbody th { white-space: nowrap; position: sticky; left: 0; background: ${plate}; }
`;

/** The apps of one package, each with the release that it is on. */
function Adoption({ pkg, releases, apps }: { pkg: string; releases: Release[]; apps: App[] }) {
  const columns = [...releases].reverse();
  const rows = apps.map((app) => ({ app, use: app.packages.find((p) => p.name === pkg) })).filter(({ use }) => use && (use.range || use.locked.length > 0));
  return (
    <Section>
      <h2><Code>{pkg}</Code></h2>
      {rows.length === 0 ? <Soft>No app that was scanned depends on it.</Soft> : (
        <Scroll tabIndex={0} role="region" aria-label={`Apps and releases of ${pkg}`}>
          <Grid>
            <thead>
              <tr>
                <th>App</th><th>Asks for</th>
                {columns.map((r) => <th key={r.version} scope="col">{r.version}{r.withdrawn !== null && ' (withdrawn)'}</th>)}
                <th className="number">Sites</th><th>Found</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ app, use }) => {
                const locked = use?.locked ?? [];
                const other = locked.filter((v) => !columns.some((r) => r.version === v));
                return (
                  <tr key={app.name}>
                    <th scope="row"><Link to={`/apps/${piece(app.name)}`}>{app.name}</Link></th>
                    <td><Code>{use?.range || 'nothing'}</Code>{other.length > 0 && <><br /><Soft>locked to {other.join(', ')}, which is not kept here</Soft></>}{locked.length === 0 && <><br /><Soft>nothing locked</Soft></>}</td>
                    {columns.map((r) => (locked.includes(r.version) ? <td key={r.version} className="here">● here</td> : <td key={r.version} className="not"><Soft aria-hidden>·</Soft></td>))}
                    <td className="number">{app.sites}{app.behind > 0 && <><br /><Soft>+{app.behind} behind wrappers</Soft></>}</td>
                    <td>
                      {app.found === null ? <Soft>not inspected yet</Soft> : (['must', 'should', 'note'] as const).map((w) => (
                        <div key={w}><Link to={`/apps/${piece(app.name)}?weight=${w}`}><Weigh of={w} count={app.found?.[w]} /></Link></div>
                      ))}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </Grid>
        </Scroll>
      )}
    </Section>
  );
}

/** Who is where, and what holds them? Apps × releases, with what is wrong in each. */
export function AppsPage() {
  const apps = useService<Page<App>>('/apps');
  const releases = useService<Page<Release>>('/releases?limit=1000');
  return (
    <>
      <Title below="Which app is on which release, and what inspecting it finds.">Apps</Title>
      <Answer of={apps}>
        {(listed) => (listed.items.length === 0 ? <Empty command="steady add app ./booking">No app is kept yet. Add one:</Empty> : (
          <Answer of={releases}>
            {({ items }) => (
              <>
                {[...new Set(items.map((r) => r.package))].map((pkg) => (
                  <Adoption key={pkg} pkg={pkg} releases={items.filter((r) => r.package === pkg)} apps={listed.items} />
                ))}
              </>
            )}
          </Answer>
        ))}
      </Answer>
    </>
  );
}

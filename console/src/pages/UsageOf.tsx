import styled from 'styled-components';
import { piece, useService } from '../api';
import type { Usage } from '../api';
import { Answer, Code, Scroll, Section, Soft, Table } from '../parts';
import { brass, sand, space } from '../tokens';

const Bar = styled.span<{ $share: number }>`
  display: inline-block; vertical-align: middle; width: 6rem; height: 0.5rem; margin-right: ${space.m}; border-radius: 2px;
  background: linear-gradient(to right, ${brass} ${(p) => p.$share * 100}%, ${sand} 0);
`;

const Values = styled.ul`margin: 0; padding: 0; list-style: none; display: flex; flex-wrap: wrap; gap: ${space.s} ${space.l};`;

const times = (n: number) => (n === 0 ? 'never' : n === 1 ? 'once' : `${n} times`);
const many = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`;

/** What the counts do not show, in words. */
function unseenText({ unseen, apps }: Usage): string {
  const list = [];
  if (unseen.spreads > 0) list.push(`${many(unseen.spreads, 'site has', 'sites have')} a spread that may give more`);
  if (unseen.behind > 0) list.push(`${many(unseen.behind, 'use', 'uses')} through wrappers of the apps are told at the wrapper`);
  if (unseen.unread > 0) list.push(`${many(unseen.unread, 'place', 'places')} of the apps could not be read`);
  if (unseen.notScanned.length > 0) list.push(`${unseen.notScanned.join(', ')} ${unseen.notScanned.length === 1 ? 'was' : 'were'} not scanned for this package`);
  if (list.length === 0) return `Nothing of ${many(apps.length, 'app', 'apps')} was left out.`;
  return `Not counted: ${list.join('; ')}.`;
}

/** What apps do with a component: how often each member, value, slot and part is given. */
export function UsageOf({ package: pkg, component, version }: { package: string; component: string; version: string }) {
  const found = useService<Usage>(`/packages/${piece(pkg)}/components/${piece(component)}/usage?version=${piece(version)}`);
  return (
    <Section id="usage">
      <h2>What apps do with it</h2>
      <Answer of={found}>
        {(data) => {
          const sites = data.apps.reduce((n, a) => n + a.sites, 0);
          const using = data.apps.filter((a) => a.sites > 0);
          if (data.apps.length === 0) return <Soft>No app was scanned for this package yet.</Soft>;
          return (
            <>
              <p>
                {many(sites, 'site', 'sites')} in {using.length} of {many(data.apps.length, 'app', 'apps')}
                {using.length > 0 && <>: {using.map((a) => `${a.app} ${a.sites}`).join(', ')}</>}. <Soft>{unseenText(data)}</Soft>
              </p>
              {sites > 0 && (
                <Scroll tabIndex={0} role="region" aria-label="Members and how often they are given">
                  <Table>
                    <thead><tr><th>Member</th><th>Kind</th><th>Given</th><th>In apps</th><th>Values</th></tr></thead>
                    <tbody>
                      {[...data.members].sort((a, b) => b.sites - a.sites).map((m) => (
                        <tr key={m.kind + m.name}>
                          <th scope="row"><Code>{m.spelled}</Code></th>
                          <td>{m.kind}</td>
                          <td><Bar $share={m.sites / sites} aria-hidden />{m.sites === 0 ? <strong>never</strong> : times(m.sites)}</td>
                          <td>{m.sites > 0 && m.apps}</td>
                          <td>
                            <Values>
                              {m.values.map((v) => (
                                <li key={v.value}><Code>{v.value}</Code> {v.sites === 0 ? <strong>never</strong> : times(v.sites)}{v.default && <Soft>, the default</Soft>}</li>
                              ))}
                              {m.kind === 'prop' && m.others > 0 && <li><Soft>{many(m.others, 'other value', 'other values')}</Soft></li>}
                              {m.kind === 'prop' && m.unknown > 0 && <li><Soft>unknown {times(m.unknown)}</Soft></li>}
                            </Values>
                          </td>
                        </tr>
                      ))}
                      {data.parts.map((p) => (
                        <tr key={'part' + p.name}>
                          <th scope="row"><Code>{component}.{p.name}</Code></th><td>part</td><td><Bar $share={0} aria-hidden style={{ visibility: 'hidden' }} />{p.sites === 0 ? <strong>never</strong> : times(p.sites)}</td><td>{p.sites > 0 && p.apps}</td><td />
                        </tr>
                      ))}
                    </tbody>
                  </Table>
                </Scroll>
              )}
            </>
          );
        }}
      </Answer>
    </Section>
  );
}

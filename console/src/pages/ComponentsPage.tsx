import { useState } from 'react';
import { Link, useSearchParams } from 'react-router-dom';
import { piece, useService } from '../api';
import type { ComponentRow, Page } from '../api';
import { Answer, Empty, Scroll, Search, Soft, Table, Title } from '../parts';

/** Does something like this exist? All components of the newest releases, searched by name. */
export function ComponentsPage() {
  const [params, setParams] = useSearchParams();
  // What is typed is held here: the address follows a moment later and must not take letters back.
  const [search, setSearch] = useState(params.get('search') ?? '');
  const change = (value: string) => {
    setSearch(value);
    setParams(value ? { search: value } : {}, { replace: true });
  };
  const found = useService<Page<ComponentRow>>(`/components?search=${piece(search)}&limit=1000`);
  return (
    <>
      <Title below="Every component of the newest releases, with who relies on it.">Components</Title>
      <Search label="Search by name or summary" value={search} onValueChange={change} />
      <br />
      <Answer of={found}>
        {({ items }) =>
          items.length === 0 ? (
            search ? (
              <Empty>No component is called anything like “{search}”.</Empty>
            ) : (
              <Empty command="steady add release ./fairlead@2.0.0">No release is kept yet. Add one:</Empty>
            )
          ) : (
            <Scroll>
              <Table>
                <thead>
                  <tr>
                    <th>Component</th><th>What it is</th><th>Owner</th><th>Stage</th><th>Release</th>
                    <th className="number">Props</th><th className="number">Slots</th><th className="number">Events</th>
                    <th className="number">Findings</th><th className="number">Sites</th><th className="number">Apps</th>
                  </tr>
                </thead>
                <tbody>
                  {items.map((c) => {
                    const to = `/components/${piece(c.package)}/${piece(c.name)}`;
                    return (
                      <tr key={c.package + c.name}>
                        <th scope="row"><Link to={to}>{c.name}</Link></th>
                        <td>{c.summary}</td>
                        <td>{c.owner}</td>
                        <td>{c.stage || <Soft>not said</Soft>}</td>
                        <td>{c.library} {c.version}<br /><Soft>{c.framework}</Soft></td>
                        <td className="number">{c.props}</td>
                        <td className="number">{c.slots}</td>
                        <td className="number">{c.events}</td>
                        <td className="number">{c.findings > 0 ? <Link to={to + '#findings'}>{c.findings}</Link> : 0}</td>
                        <td className="number">{c.sites === null ? <Soft>not scanned</Soft> : c.sites > 0 ? <Link to={to + '#sites'}>{c.sites}</Link> : 0}</td>
                        <td className="number">{c.sites === null ? '' : c.apps}</td>
                      </tr>
                    );
                  })}
                </tbody>
              </Table>
            </Scroll>
          )
        }
      </Answer>
    </>
  );
}

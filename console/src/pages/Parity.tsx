import { Link } from 'react-router-dom';
import { piece, useService } from '../api';
import type { Parity } from '../api';
import { Answer, Code, Scroll, Section, Soft, Table } from '../parts';

function Gaps({ of, component }: { of: Parity; component: string }) {
  const row = of.components[0];
  const others = of.packages.slice(1).map((p, i) => ({ ...p, called: row?.names[i + 1] ?? '' }));
  if (others.length === 0) return null;
  return (
    <Section id="parity">
      <h2>In other packages</h2>
      <p>
        {others.map((p, i) => (
          <span key={p.name}>
            {i > 0 && ', '}
            {p.called ? <Link to={`/components/${piece(p.name)}/${piece(p.called)}`}>{p.called} for {p.framework}</Link> : <>none for {p.framework}</>}
          </span>
        ))}
        ; <Soft>{row?.alike ?? 0} members are alike in all that have it.</Soft>
      </p>
      {of.gaps.length === 0 ? <Soft>Nothing differs.</Soft> : (
        <Scroll>
          <Table>
            <thead>
              <tr><th>Member</th><th>What differs</th>{of.packages.map((p) => <th key={p.name}>{p.framework} <Soft>{p.version}</Soft></th>)}</tr>
            </thead>
            <tbody>
              {of.gaps.map((g) => (
                <tr key={g.rule + g.kind + g.member}>
                  <th scope="row">{g.member ? <Code>{g.member}</Code> : component}</th>
                  <td>{g.why}{g.waived && <><br /><Soft>accepted: {g.waived.reason} ({g.waived.owner})</Soft></>}</td>
                  {g.sides.map((side, i) => <td key={of.packages[i].name}>{side ? <Code>{side}</Code> : '–'}</td>)}
                </tr>
              ))}
            </tbody>
          </Table>
        </Scroll>
      )}
    </Section>
  );
}

/** The same component in the other packages of its library: what one has and another lacks, and what differs. */
export function ParityOf({ package: pkg, component }: { package: string; component: string }) {
  const parity = useService<Parity>(`/packages/${piece(pkg)}/components/${piece(component)}/parity`);
  return <Answer of={parity}>{(data) => <Gaps of={data} component={component} />}</Answer>;
}

import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router-dom';
import styled from 'styled-components';
import { useService } from '../api';
import type { Page } from '../api';
import { send } from '../design/api';
import type { DraftRow, DraftState, Refusal } from '../design/api';
import { Text } from '../design/fields';
import { Answer, Card, Code, Empty, Mark, Plain, Scroll, Section, Soft, Table, Title } from '../parts';
import { space } from '../tokens';
import { useActor } from '../design/actor';

const New = styled(Card)`display: flex; flex-wrap: wrap; gap: ${space.l}; align-items: end;`;

/** FareTag as fare-tag. */
function slug(component: string): string {
  return component.replace(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase().replace(/[^a-z0-9._-]+/g, '-');
}

function Begin() {
  const [params] = useSearchParams();
  const from = params.get('component') ? { package: params.get('package') ?? '', version: params.get('version') ?? '', component: params.get('component') ?? '' } : undefined;
  const [component, setComponent] = useState(from?.component ?? '');
  const [actor, setActor] = useActor();
  const [problem, setProblem] = useState<Refusal>();
  const go = useNavigate();
  const begin = () => {
    const file = { contract: 1, component, stage: 'draft', export: { module: '.', name: component, kind: 'named' } };
    const body = from ? { name: slug(component), what: `began with ${from.package}@${from.version}`, from } : { name: slug(component), what: 'began', draft: { draft: 1, component, owner: actor, alternatives: { first: null } }, contracts: { 'first.contract.yaml': JSON.stringify(file) } };
    send<DraftState>('POST', '/drafts', body, { 'X-Steady-Actor': actor })
      .then((made) => go(`/design/${made.state.name}`))
      .catch(setProblem);
  };
  return (
    <New>
      <Text label="Component" value={component} onValueChange={setComponent} />
      <Text label="Your name" value={actor} onValueChange={setActor} />
      <Plain isDisabled={component === '' || actor === ''} onPress={begin}>Begin a draft</Plain>
      {from && <Soft>with the contract of {from.component} in {from.package}@{from.version}</Soft>}
      {problem && <div role="alert"><Mark of="breaks" word={problem.detail} /> {problem.right}</div>}
    </New>
  );
}

/** Which interface should it be? The drafts, and a new one. */
export function DesignPage() {
  const drafts = useService<Page<DraftRow>>('/drafts');
  return (
    <>
      <Title below="Interfaces in the making: alternatives side by side, before there is code.">Design</Title>
      <Answer of={drafts}>
        {({ items }) =>
          items.length === 0 ? (
            <Empty command="steady add draft ./drafts/notice-bar">There is no draft yet. Begin one below, or add one from a folder:</Empty>
          ) : (
            <Scroll>
              <Table>
                <thead>
                  <tr><th>Draft</th><th>Component</th><th>Owner</th><th>Alternatives</th><th className="number">Wishes</th><th>State</th><th>Last edit</th></tr>
                </thead>
                <tbody>
                  {items.map((d) => (
                    <tr key={d.name}>
                      <th scope="row"><Link to={`/design/${d.name}`}>{d.name}</Link></th>
                      <td><Code>{d.component}</Code></td>
                      <td>{d.owner || '–'}</td>
                      <td>{d.alternatives.join(', ')}</td>
                      <td className="number">{d.wishes}</td>
                      <td>{d.finished ? <Mark of="holds" word={`finished with ${d.finished}`} /> : 'open'}</td>
                      <td><Soft>{d.what}, by {d.by}, {new Date(d.at).toLocaleDateString('en-GB')}</Soft></td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </Scroll>
          )
        }
      </Answer>
      <Section aria-label="A new draft">
        <h2>Begin a draft</h2>
        <Begin />
      </Section>
    </>
  );
}

import { useEffect, useMemo } from 'react';
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router-dom';
import styled from 'styled-components';
import { piece, spelledOf, useService, wrapperName } from '../api';
import type { Changes, ComponentPage as Answered, Contract, Fact, Page, Payload, Prop, Site } from '../api';
import { Answer, Card, Choose, Code, Empty, Mark, Rows, Scroll, Section, Soft, Table, Title } from '../parts';
import { Plate } from '../plate/Plate';
import { plateOf, withChanges, withSite } from '../plate/model';
import type { Pin } from '../plate/model';
import { ParityOf } from './Parity';
import { UsageOf } from './UsageOf';
import { memberText, Sides } from './ReleasesPage';
import { brass, mono, paper, rule, sand, soft, space, type } from '../tokens';

const Bar = styled.div`display: flex; flex-wrap: wrap; gap: ${space.l}; align-items: end; margin-bottom: ${space.l};`;

const Members = styled(Table)`tr:target > *, tr[data-open='true'] > * { box-shadow: inset 0 2px ${brass}, inset 0 -2px ${brass}; }`;

const SiteRow = styled.div`
  padding: ${space.m} ${space.l}; border-bottom: 1px solid ${sand};
  pre { margin: ${space.s} 0 0; background: ${paper}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.m}; overflow-x: auto; font: ${type.small}/1.5 ${mono}; }
  small { color: ${soft}; font-size: ${type.small}; }
`;

const none = 'none';

function must(fact: Fact): string {
  return fact === true ? 'required' : fact === 'unknown' ? 'unknown' : 'optional';
}

function defaultText(p: Prop): string {
  if (!p.default) return '–';
  if (p.default === 'unknown') return 'unknown';
  return p.default.expression ?? JSON.stringify(p.default.value);
}

function payloadText(p: Payload | undefined): string {
  if (!p) return '–';
  if (p === 'unknown') return 'unknown';
  const list = p.fields.map((f) => `${f.name}: ${f.type ?? 'unknown'}`).join(', ');
  return p.form === 'positional' ? `(${list})` : `{ ${list} }`;
}

/** The members of a contract as a real table: what the plate draws, in words. */
function MemberTable({ contract, open }: { contract: Contract; open: string }) {
  const row = (key: string) => ({ id: key, 'data-open': open === key });
  return (
    <Scroll>
      <Members>
        <thead>
          <tr><th>Member</th><th>Kind</th><th>Must</th><th>Type, or what is handed over</th><th>Default or fallback</th><th>What it is</th></tr>
        </thead>
        <tbody>
          {(contract.props ?? []).map((p) => (
            <tr key={'p' + p.name} {...row(`prop/${p.name}`)}>
              <th scope="row"><Code>{spelledOf(p)}</Code></th>
              <td>prop{p.role && <><br /><Soft>{p.role}</Soft></>}</td>
              <td>{must(p.required)}</td>
              <td><Code>{p.values && p.values.length > 1 ? p.type : p.written ?? p.type ?? 'unknown'}</Code>{p.unit && <Soft> in {p.unit}</Soft>}</td>
              <td><Code>{defaultText(p)}</Code></td>
              <td>{p.description}{p.deprecated && <div><strong>Deprecated</strong>{p.deprecated.since && ` since ${p.deprecated.since}`}{p.deprecated.successor && `; use ${p.deprecated.successor}`}</div>}</td>
            </tr>
          ))}
          {(contract.slots ?? []).map((s) => (
            <tr key={'s' + s.name} {...row(`slot/${s.name}`)}>
              <th scope="row"><Code>{spelledOf(s)}</Code></th>
              <td>slot<br /><Soft>{s.form}{s.inLoop === true && ', once for each item'}</Soft></td>
              <td>{must(s.required)}</td>
              <td><Code>{payloadText(s.gives)}</Code></td>
              <td>{s.fallback === true ? 'a fallback' : s.fallback === 'unknown' ? 'unknown' : 'nothing'}</td>
              <td>{s.description}</td>
            </tr>
          ))}
          {(contract.events ?? []).map((e) => (
            <tr key={'e' + e.name} {...row(`event/${e.name}`)}>
              <th scope="row"><Code>{spelledOf(e)}</Code></th>
              <td>event</td>
              <td>{must(e.required)}</td>
              <td><Code>{payloadText(e.payload)}</Code></td>
              <td>–</td>
              <td>{e.description}</td>
            </tr>
          ))}
          {(contract.parts ?? []).map((p) => (
            <tr key={'q' + p.name} {...row(`part/${p.name}`)}>
              <th scope="row"><Link to={`/components/${piece(contract.package)}/${piece(p.component)}`}><Code>{p.component}</Code></Link></th>
              <td>part</td><td /><td /><td /><td />
            </tr>
          ))}
          {contract.handle && (
            <tr {...row('handle/handle')}>
              <th scope="row"><Code>ref</Code></th><td>handle</td><td>optional</td><td><Code>{contract.handle.type ?? 'unknown'}</Code></td><td>–</td><td />
            </tr>
          )}
        </tbody>
      </Members>
    </Scroll>
  );
}

function passText(c: Contract): string {
  if (c.passThrough === 'unknown') return 'Where undeclared attributes go is unknown.';
  if (!c.passThrough || c.passThrough.length === 0) return 'Undeclared attributes go nowhere.';
  return `Undeclared attributes go to ${c.passThrough.map((f) => (f.to === 'root' ? 'the root' : `an inner <${f.element}>`)).join(', ')}.`;
}

function Sites({ page, chosen, onChoose }: { page: Answered; chosen: string | null; onChoose: (id: string | null) => void }) {
  const { package: pkg, component } = page.contract;
  const sites = useService<Page<{ app: string; site: Site }>>(`/packages/${piece(pkg)}/components/${piece(component)}/sites?limit=1000`);
  return (
    <Section id="sites">
      <h2>Sites</h2>
      {page.scannedApps.length === 0 ? (
        <Empty command="steady add app ./booking">No app was scanned for this package yet. Add one:</Empty>
      ) : (
        <Answer of={sites}>
          {({ items, next }) =>
            items.length === 0 ? (
              <Empty>None of {page.scannedApps.join(', ')} uses it.</Empty>
            ) : (
              <>
                <p><Soft>{items.length}{next && ' and more'} in {new Set(items.map((i) => i.app)).size} of {page.scannedApps.length} scanned apps. Choose one to see it plugged in above.</Soft></p>
                <Rows
                  items={items}
                  label={`Sites of ${component}`}
                  height={100}
                  keyOf={(i) => `${i.app}:${i.site.id}`}
                  renderRow={({ app, site }) => {
                    const id = `${app}:${site.id}`;
                    return (
                      <SiteRow>
                        <Link to={chosen === id ? '?' : `?site=${piece(id)}`} onClick={(e) => { e.preventDefault(); onChoose(chosen === id ? null : id); }}>
                          <strong>{app}</strong> <Code>{site.at.file}:{site.at.line}</Code>
                        </Link>{' '}
                        <small>in {site.in}{site.via.length > 0 && `, via ${wrapperName(site.via[0])}`}{chosen === id && ', plugged in above'}</small>
                        <pre tabIndex={0}>{site.text.split('\n').slice(0, 10).join('\n')}</pre>
                      </SiteRow>
                    );
                  }}
                />
              </>
            )
          }
        </Answer>
      )}
    </Section>
  );
}

function Whole({ page }: { page: Answered }) {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { hash } = useLocation();
  const { contract, release, history } = page;
  const against = params.get('against') ?? none;
  const siteId = params.get('site');
  const base = `/packages/${piece(contract.package)}`;
  const older = useService<Answered>(against === none ? null : `${base}/components/${piece(contract.component)}?version=${piece(against)}`);
  const changes = useService<Changes>(against === none ? null : `${base}/changes?from=${piece(against)}&to=${piece(release.version)}`);
  const sites = useService<Page<{ app: string; site: Site }>>(siteId === null ? null : `${base}/components/${piece(contract.component)}/sites?limit=1000`);
  const model = useMemo(() => {
    let m = plateOf(contract);
    if (older.data && changes.data) m = withChanges(m, plateOf(older.data.contract), changes.data.changes.filter((c) => c.component === contract.component));
    const site = sites.data?.items.find((i) => `${i.app}:${i.site.id}` === siteId)?.site;
    return site ? withSite(m, contract, site) : m;
  }, [contract, older.data, changes.data, sites.data, siteId]);
  const open = decodeURIComponent(hash.slice(1));
  useEffect(() => {
    if (open) document.getElementById(open)?.scrollIntoView({ block: 'center' });
  }, [open]);
  const set = (name: string, value: string | null) => {
    const next = new URLSearchParams(params);
    if (value === null) next.delete(name);
    else next.set(name, value);
    setParams(next, { replace: name === 'site' });
  };
  const hrefOf = (pin: Pin) => `?${params}#${pin.key}`;
  const words = [`${release.library} ${release.version}`, contract.owner, contract.stage || 'stage not said', contract.framework].filter(Boolean);
  return (
    <>
      <Title below={<>{words.join(' · ')}{contract.at && <> · <Code>{contract.at.file}:{contract.at.line}</Code></>} · <Link to={`/design?package=${piece(release.package)}&version=${piece(release.version)}&component=${piece(contract.component)}`}>Begin a draft with it</Link></>}>{contract.component}</Title>
      {contract.summary && <p>{contract.summary}</p>}
      {!contract.complete && <p><strong>Incomplete:</strong> it extends {contract.bases.map((b) => b.name).join(', ')}, which could not be read.</p>}
      <Bar>
        <Choose label="Release" value={release.version} options={history.map((h) => h.version)} onValueChange={(v) => set('version', v)} />
        <Choose label="Held against" value={against} options={[none, ...history.map((h) => h.version).filter((v) => v !== release.version)]} onValueChange={(v) => set('against', v === none ? null : v)} />
        {siteId && <span>A site is plugged in. <Link to={'?' + new URLSearchParams([...params].filter(([k]) => k !== 'site'))}>Unplug</Link></span>}
      </Bar>
      <Card>
        <Plate model={model} hrefOf={hrefOf} onOpen={(pin) => navigate(hrefOf(pin))} />
        <Soft>{passText(contract)}</Soft>
      </Card>
      <Section id="members">
        <h2>Members</h2>
        <MemberTable contract={contract} open={open} />
      </Section>
      <Section id="findings">
        <h2>Findings</h2>
        {page.findings.length === 0 ? <Soft>The rules found nothing here.</Soft> : (
          <Scroll>
            <Table>
              <thead><tr><th>Weight</th><th>Rule</th><th>Member</th><th>Why</th><th>What would mend it</th></tr></thead>
              <tbody>
                {page.findings.map((f) => (
                  <tr key={f.rule + f.member + f.why}>
                    <td>{f.waived ? `waived: ${f.waived.reason}` : f.weight}</td><td>{f.rule}</td><td><Code>{f.member}</Code></td><td>{f.why}</td><td>{f.mend}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </Scroll>
        )}
      </Section>
      {page.intended.map((i) => (
        <Section key={i.draft} id="intended">
          <h2>Intended</h2>
          <p>
            The draft <Link to={`/design/${piece(i.draft)}?alternative=${piece(i.alternative)}`}>{i.draft}</Link> intends {i.alternative}
            {i.changes.length === 0 ? ', and that is what is there.' : '; this is otherwise:'}
          </p>
          {i.changes.length > 0 && (
            <Scroll>
              <Table>
                <thead><tr><th>Member</th><th>From what is intended to what is there</th><th>Intended</th><th>There</th></tr></thead>
                <tbody>
                  {i.changes.map((c) => (
                    <tr key={c.id}>
                      <th scope="row"><Code>{memberText(c)}</Code></th>
                      <td><Mark of={c.verdict} word={c.verdict} /> {c.why}</td>
                      <Sides of={c} />
                    </tr>
                  ))}
                </tbody>
              </Table>
            </Scroll>
          )}
        </Section>
      ))}
      <ParityOf package={release.package} component={contract.component} />
      <Section id="releases">
        <h2>Releases</h2>
        <Scroll>
          <Table>
            <thead><tr><th>Release</th><th>Interface</th><th /></tr></thead>
            <tbody>
              {history.map((h, i) => {
                const before = history[i + 1];
                const changed = before && before.interfaceHash !== h.interfaceHash;
                return (
                  <tr key={h.version}>
                    <th scope="row"><Link to={`?version=${piece(h.version)}`}>{h.version}</Link></th>
                    <td>{!before ? 'first seen here' : changed ? 'changed' : 'the same as before'}</td>
                    <td>{changed && <Link to={`?version=${piece(h.version)}&against=${piece(before.version)}`}>see on the plate</Link>}</td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </Scroll>
      </Section>
      <UsageOf package={release.package} component={contract.component} version={release.version} />
      <Sites page={page} chosen={siteId} onChoose={(id) => set('site', id)} />
    </>
  );
}

/** What can I rely on? One component: plate, members, releases, sites. */
export function ComponentPage() {
  const { package: pkg = '', component = '' } = useParams();
  const [params] = useSearchParams();
  const version = params.get('version');
  const page = useService<Answered>(`/packages/${piece(pkg)}/components/${piece(component)}${version ? `?version=${piece(version)}` : ''}`);
  return <Answer of={page}>{(data) => <Whole key={data.contract.component} page={data} />}</Answer>;
}

import { useEffect, useState } from 'react';

/** What went wrong with a call, and what would be right. */
export interface Problem {
  status: number;
  detail: string;
  right?: string;
}

export interface Place {
  file: string;
  line: number;
  column: number;
}

export interface Release {
  library: string;
  package: string;
  framework: string;
  version: string;
  withdrawn: string | null;
  components: number;
  findings: number;
  addedAt: string;
  addedBy: string;
}

export interface ComponentRow {
  library: string;
  package: string;
  framework: string;
  version: string;
  name: string;
  summary: string;
  owner: string;
  stage: string;
  props: number;
  slots: number;
  events: number;
  findings: number;
  /** null: no scan looked for the package. */
  sites: number | null;
  apps: number;
}

export type Fact = boolean | 'unknown' | undefined;

export interface Prop {
  name: string;
  spelled?: string | { property: string; attribute: string };
  type?: string;
  written?: string;
  values?: unknown[];
  open?: boolean;
  required: Fact;
  default?: 'unknown' | { value?: unknown; expression?: string };
  role?: string;
  unit?: string;
  origin?: string;
  description?: string;
  deprecated?: { since?: string; successor?: string; note?: string };
  at?: Place;
}

export interface Field {
  name: string;
  type?: string;
}

export type Payload = 'unknown' | { form: 'positional' | 'named'; fields: Field[] };

export interface Slot {
  name: string;
  spelled?: string;
  form?: string;
  required: Fact;
  fallback: Fact;
  inLoop: Fact;
  gives?: Payload;
  description?: string;
  deprecated?: Prop['deprecated'];
  at?: Place;
}

export interface Event {
  name: string;
  spelled?: string;
  required: Fact;
  payload?: Payload;
  description?: string;
  deprecated?: Prop['deprecated'];
  at?: Place;
}

export interface Contract {
  component: string;
  package: string;
  framework: string;
  complete: boolean;
  bases: { name: string; from?: string }[];
  summary?: string;
  owner?: string;
  stage?: string;
  deprecated?: Prop['deprecated'];
  export: { module?: string; name?: string; kind?: string; of?: string };
  root: 'none' | 'unknown' | { elements: string[]; chosenBy?: string; among?: string[] };
  passThrough?: 'unknown' | { to: string; element?: string }[];
  props?: Prop[];
  slots?: Slot[];
  events?: Event[];
  parts?: { name: string; component: string; shares?: string[] }[];
  twoWay?: { value: string; initial?: string; change?: string; held: 'app' | 'self' | 'both' }[];
  handle?: { type?: string };
  styleHooks?: Record<'classes' | 'cssParts' | 'properties' | 'data', string[] | Record<string, string> | undefined>;
  interfaceHash: string;
  at?: Place;
}

export interface Finding {
  rule: string;
  weight: 'must' | 'should' | 'note';
  component: string;
  member: string;
  why: string;
  mend: string;
  waived: { reason: string } | null;
}

/** What a wrapper of an app is called: by its name, or by its file where the file is the component. */
export function wrapperName(via: string): string {
  const [file, name] = via.split('#');
  return name === 'default' ? (file.split('/').pop() ?? file).split('.')[0] : name;
}

/** In what the packages of a library differ (steady.parity/1); sides and names stand in the order of the packages. */
export interface Parity {
  packages: { name: string; version: string; framework: string }[];
  components: { component: string; names: string[]; alike: number; gaps: number }[];
  gaps: { rule: string; weight: string; component: string; member: string; kind: string; why: string; sides: string[]; waived: { reason: string; owner: string; until: string } | null }[];
}

export interface ComponentPage {
  release: Release;
  contract: Contract;
  history: { version: string; contentHash: string; interfaceHash: string }[];
  findings: Finding[];
  scannedApps: string[];
  /** The component held against finished drafts for it: what is intended, to what is there. */
  intended: { draft: string; revision: number; alternative: string; changes: Change[] }[];
}

export interface Given {
  name?: string;
  spelled?: string;
  spread?: string;
  keys?: string[];
  literal?: unknown;
  expression?: string;
  mayBe?: unknown[];
}

export interface Site {
  id: string;
  component: string;
  form: string;
  in: string;
  at: Place;
  text: string;
  props: Given[];
  slots: Given[];
  events: Given[];
  via: string[];
}

export type Verdict = 'breaking' | 'behavioural' | 'unsure' | 'additive' | 'neutral';
export type Silence = 'never' | 'unchecked' | 'always';

export interface Change {
  id: string;
  component: string;
  member: { kind: string; name: string; spelled: string };
  kind: string;
  verdict: Verdict;
  silent: Silence;
  why: string;
  before: { text: string; at: Place | null } | null;
  after: { text: string; at: Place | null } | null;
  pairing: { old: string; new: string; score: number; reason: string } | null;
}

export interface Changes {
  from: { package: string; version: string };
  to: { package: string; version: string };
  owed: string;
  owedIfUnsure: string;
  given: string;
  enough: boolean;
  changes: Change[];
}

export type Outcome = 'breaks' | 'unsure' | 'shifts' | 'holds';

export interface Totals {
  sites: number;
  breaks: number;
  unsure: number;
  shifts: number;
  holds: number;
  behind: number;
}

export interface AppRow {
  app: string;
  scanned: boolean;
  reach: { range: string; locked: string[] | null; unasked: string };
  totals: Totals;
  cells: Record<string, Partial<Record<Outcome, number>>>;
}

export interface Cause {
  change: string;
  outcome: Outcome;
  silent: boolean;
  why: string;
  at: Place;
}

export interface ImpactSite {
  id: string;
  component: string;
  at: Place;
  in: string;
  text: string;
  outcome: Outcome;
  because: Cause[];
  via: string[];
  behind: number;
}

export interface Impact {
  reach: AppRow['reach'];
  totals: Totals;
  changes: Change[];
  sites: ImpactSite[];
}

export type Weight = 'must' | 'should' | 'note';

/** One app as it is listed. */
export interface App {
  name: string;
  commit: string;
  dirty: boolean;
  covers: string[];
  packages: { name: string; range: string; locked: string[] }[];
  sites: number;
  behind: number;
  addedAt: string;
  /** null: it was not inspected yet. */
  found: Record<Weight, number> | null;
}

/** One mistake in an app. */
export interface Mistake {
  kind: string;
  weight: Weight;
  sure: 'sure' | 'likely' | 'unsure';
  silent: boolean;
  package: string;
  component: string;
  member?: string;
  site?: string;
  at: Place;
  why: string;
  meant?: string;
  mend: string;
  edits: { at: Place; old: string; new: string }[];
  fingerprint: string;
}

/** What inspecting finds in an app (steady.inspect/1), with the source of the sites that it names. */
export interface Inspected {
  inspection: {
    app: { name: string; commit: string; framework: string };
    held: { package: string; version: string; locked: string[]; exact: boolean; newest?: string }[];
    totals: { sites: number; findings: number; must: number; should: number; note: number; silent: number };
    findings: Mistake[];
    layers: {
      wrappers: { name: string; package: string; component: string; depth: number; fixes: { member: string; value: string }[]; adds: string[]; hides: string[]; renames: { prop: string; as: string }[]; uses: number; bare: number; at: Place }[];
      defaults: { package: string; component: string; member?: string; value?: string; style?: string; part?: string; state?: string; known: boolean; at: Place }[];
      styles: { package: string; component: string; route: string; style: string; at: Place[] }[];
      extensions: { package: string; component: string; in: string; at: Place }[];
      shadows: { package: string; component: string; file: string; wraps: boolean; at: Place }[];
      reachIns: { package: string; component: string; selector: string; query?: string; relies: string; sure: string; still: 'yes' | 'no' | 'unknown'; at: Place }[];
      copies: { package: string; component: string; name: string; version: string; alike: string[]; kept: number; own: number; newest: string; gained: string[]; lost: string[]; at: Place }[];
    };
    unread: { at: Place; why: string }[];
  };
  texts: Record<string, { text: string; at: Place }>;
}

/** What apps do with a component, and what the counts do not show. */
export interface Usage {
  apps: { app: string; sites: number; open: number; behind: number; unread: number }[];
  members: { kind: string; name: string; spelled: string; sites: number; apps: number; unknown: number; others: number; values: { value: string; sites: number; apps: number; default: boolean }[] }[];
  parts: { name: string; sites: number; apps: number }[];
  unseen: { spreads: number; behind: number; unread: number; notScanned: string[] };
}

export interface Page<T> {
  items: T[];
  next?: string;
}

/** The state of a call: waiting, answered, or failed. */
export type Loaded<T> = { data?: T; problem?: Problem; waiting: boolean };

const answers = new Map<string, unknown>();

async function call<T>(path: string, signal: AbortSignal): Promise<T> {
  const response = await fetch('/api/v1' + path, { signal });
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const told = body as Partial<Problem> | null;
    throw { status: response.status, detail: told?.detail ?? `the service answered ${response.status}`, right: told?.right } satisfies Problem;
  }
  return body as T;
}

/** Calls the service. What was answered before is shown at once and asked for anew. */
export function useService<T>(path: string | null): Loaded<T> {
  const [state, setState] = useState<Loaded<T> & { path: string | null }>({ waiting: path !== null, path: null });
  useEffect(() => {
    if (path === null) return;
    const stop = new AbortController();
    call<T>(path, stop.signal)
      .then((data) => {
        answers.set(path, data);
        setState({ data, waiting: false, path });
      })
      .catch((reason: Problem | Error) => {
        if (stop.signal.aborted) return;
        const problem = 'status' in reason ? reason : { status: 0, detail: 'the service cannot be reached', right: 'start it with make start' };
        setState({ problem, waiting: false, path });
      });
    return () => stop.abort();
  }, [path]);
  if (path === null) return { waiting: false };
  if (state.path === path) return state;
  return { data: answers.get(path) as T | undefined, waiting: true };
}

/** A piece of a path. */
export const piece = encodeURIComponent;

export function spelledOf(member: { name: string; spelled?: Prop['spelled'] }): string {
  if (!member.spelled) return member.name;
  return typeof member.spelled === 'string' ? member.spelled : member.spelled.property;
}

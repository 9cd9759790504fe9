import type { Change, Contract, Event, Given, Payload, Prop, Site, Slot } from '../api';
import { spelledOf } from '../api';

/** What became of a member between two releases. */
export type State = 'same' | 'gone' | 'came' | 'changed';

/** One pin or opening of a plate. */
export interface Pin {
  key: string;
  kind: 'prop' | 'event' | 'slot' | 'part' | 'hook';
  label: string;
  detail: string;
  required: boolean;
  /** Of a variant axis: which of its values is the default, -1 for none. */
  notches?: { count: number; marked: number };
  /** Of a slot. */
  dashed?: boolean;
  stacked?: boolean;
  gives?: string;
  state: State;
  note: string;
  deprecated: boolean;
  /** Whether a site gives it; undefined where no site is shown. */
  plugged?: boolean;
  group: string;
}

export interface PlateModel {
  name: string;
  root: string;
  stage: string;
  props: Pin[];
  events: Pin[];
  slots: Pin[];
  parts: Pin[];
  hooks: Pin[];
  shared: string;
  holds: { from: string; to: string; words: string }[];
}

const groups: Record<string, string> = {
  data: 'data', content: 'content', variant: 'look', state: 'state', behaviour: 'behaviour', identity: 'root', '': 'other',
};
const order = ['data', '', 'content', 'variant', 'state', 'behaviour', 'identity'];

function short(text: string, length = 26): string {
  return text.length > length ? text.slice(0, length - 1) + '…' : text;
}

function payload(p: Payload | undefined): string {
  if (!p) return '';
  if (p === 'unknown') return 'unknown';
  return p.fields.map((f) => f.name).join(', ');
}

function typeText(p: Prop): string {
  if (p.values && p.values.length > 1) return `${p.values.length} values${p.open ? ' or any' : ''}`;
  return short(p.written ?? p.type ?? 'unknown type');
}

function notches(p: Prop): Pin['notches'] {
  if (p.role !== 'variant' || !p.values || p.values.length > 8) return undefined;
  const value = typeof p.default === 'object' ? p.default.value : undefined;
  return { count: p.values.length, marked: p.values.indexOf(value) };
}

function propPin(p: Prop): Pin {
  return {
    key: `prop/${p.name}`, kind: 'prop', label: spelledOf(p), detail: typeText(p), required: p.required === true, notches: notches(p),
    state: 'same', note: '', deprecated: Boolean(p.deprecated), group: groups[p.role ?? ''] ?? 'other',
  };
}

function eventPin(e: Event): Pin {
  return { key: `event/${e.name}`, kind: 'event', label: e.name, detail: short(payload(e.payload), 30), required: e.required === true, state: 'same', note: '', deprecated: Boolean(e.deprecated), group: '' };
}

function slotPin(s: Slot): Pin {
  const fallback = s.fallback === true ? 'fallback' : s.fallback === 'unknown' ? 'fallback unknown' : 'no fallback';
  return {
    key: `slot/${s.name}`, kind: 'slot', label: s.name, detail: s.required === true ? `must be filled` : fallback, required: s.required === true,
    dashed: s.required !== true, stacked: s.inLoop === true, gives: payload(s.gives), state: 'same', note: '', deprecated: Boolean(s.deprecated), group: '',
  };
}

function hookPins(c: Contract): Pin[] {
  const list: Pin[] = [];
  const words = { classes: 'class', cssParts: 'CSS part', properties: '', data: '' } as const;
  for (const [kind, word] of Object.entries(words) as [keyof typeof words, string][]) {
    const hooks = c.styleHooks?.[kind];
    for (const name of Array.isArray(hooks) ? hooks : Object.keys(hooks ?? {})) {
      list.push({ key: `hook/${kind}/${name}`, kind: 'hook', label: word ? `${word} ${name}` : name, detail: '', required: false, state: 'same', note: '', deprecated: false, group: '' });
    }
  }
  return list;
}

/** Puts the initial prop of a two-way value right behind the value. */
function initialsBehindValues(props: Prop[], c: Contract): Prop[] {
  const initialOf = new Map((c.twoWay ?? []).flatMap((w) => (w.initial ? [[w.value, w.initial] as const] : [])));
  const initials = new Set(initialOf.values());
  return props
    .filter((p) => !initials.has(p.name))
    .flatMap((p) => [p, ...props.filter((q) => q.name === initialOf.get(p.name))]);
}

function rootText(c: Contract): string {
  if (c.root === 'none') return 'draws nothing';
  if (c.root === 'unknown') return 'root unknown';
  const first = `<${c.root.elements[0]}>`;
  if (c.root.chosenBy) return `${first}, chosen by ${c.root.chosenBy}`;
  return c.root.elements.length > 1 ? c.root.elements.map((e) => `<${e}>`).join(' or ') : first;
}

/** Makes the plate of a contract. */
export function plateOf(c: Contract): PlateModel {
  const roleOf = (p: Prop) => order.indexOf(p.role ?? '');
  const props = [...(c.props ?? [])].sort((a, b) => Number(b.required === true) - Number(a.required === true) || roleOf(a) - roleOf(b));
  return {
    name: c.component, root: rootText(c), stage: c.stage ?? '',
    props: initialsBehindValues(props, c).map(propPin), events: (c.events ?? []).map(eventPin), slots: (c.slots ?? []).map(slotPin),
    parts: (c.parts ?? []).map((p) => ({ key: `part/${p.name}`, kind: 'part', label: p.name, detail: '', required: false, state: 'same', note: '', deprecated: false, group: '' })),
    hooks: hookPins(c),
    shared: [...new Set((c.parts ?? []).flatMap((p) => p.shares ?? []))].join(', '),
    holds: (c.twoWay ?? []).filter((w) => w.initial).map((w) => ({
      from: `prop/${w.value}`, to: `prop/${w.initial}`, words: w.held === 'both' ? 'held by the app, or by itself' : w.held === 'app' ? 'held by the app' : 'held by itself',
    })),
  };
}

/** Kinds of changes that have a shorter way to be said on a plate than in a sentence. */
const brief: Record<string, (c: Change, detail: string) => string> = {
  'value-removed': (_, detail) => `− ${detail}`,
  'value-added': (_, detail) => `+ ${detail}`,
  'default-changed': (c) => `default ${c.before?.text} → ${c.after?.text}`,
};

const noteOf = (c: Change): string => {
  const detail = decodeURIComponent(c.id.split('/').at(-1) ?? '');
  const small = c.before && c.after && c.before.text.length + c.after.text.length < 30 ? `${c.before.text} → ${c.after.text}` : c.why;
  const between = brief[c.kind]?.(c, detail) ?? small;
  return c.silent === 'always' && c.verdict !== 'additive' ? `${between}, silently` : between;
};

/** Lays two releases on one plate: what went stays as an empty hole, what came is bright, what changed says how. */
export function withChanges(now: PlateModel, before: PlateModel, changes: Change[]): PlateModel {
  const notes = new Map<string, Change[]>();
  for (const c of changes) {
    const key = `${c.member.kind}/${c.member.name}`;
    notes.set(key, [...(notes.get(key) ?? []), c]);
  }
  const merge = (newer: Pin[], older: Pin[]): Pin[] => {
    const had = new Set(older.map((p) => p.key));
    const has = new Set(newer.map((p) => p.key));
    const list = newer.map((pin): Pin => {
      const own = (notes.get(pin.key) ?? []).filter((c) => c.verdict !== 'neutral');
      if (!had.has(pin.key)) return { ...pin, state: 'came', note: 'new' };
      return own.length === 0 ? pin : { ...pin, state: 'changed', note: own.map(noteOf).join(', ') };
    });
    for (const pin of older) {
      if (!has.has(pin.key)) list.push({ ...pin, state: 'gone', note: (notes.get(pin.key) ?? []).map((c) => c.why).join('; ') || 'gone' });
    }
    return list;
  };
  return {
    ...now, props: merge(now.props, before.props), events: merge(now.events, before.events), slots: merge(now.slots, before.slots),
    parts: merge(now.parts, before.parts), hooks: merge(now.hooks, before.hooks),
  };
}

/** Plugs in what a use site gives. */
export function withSite(model: PlateModel, contract: Contract, site: Site): PlateModel {
  const given = new Set<string>();
  const add = (g: Given) => {
    if (g.spelled) given.add(g.spelled);
    for (const key of g.keys ?? []) given.add(key);
  };
  [...site.props, ...site.slots, ...site.events].forEach(add);
  const spelled = new Map<string, string>();
  for (const p of contract.props ?? []) spelled.set(`prop/${p.name}`, spelledOf(p));
  for (const s of contract.slots ?? []) spelled.set(`slot/${s.name}`, spelledOf(s));
  for (const e of contract.events ?? []) spelled.set(`event/${e.name}`, spelledOf(e));
  const plug = (pins: Pin[]) => pins.map((p) => ({ ...p, plugged: given.has(spelled.get(p.key) ?? '') }));
  return { ...model, props: plug(model.props), slots: plug(model.slots), events: plug(model.events) };
}

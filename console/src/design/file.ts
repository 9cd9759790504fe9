/** A contract file as JSON, in the shape of the YAML. Members are kept by name; a plain text stands for a type. */
export interface ContractFile {
  contract: 1;
  component: string;
  props?: Record<string, PropFile | string | null>;
  slots?: Record<string, SlotFile | null>;
  events?: Record<string, EventFile | null>;
  parts?: Record<string, Record<string, unknown> | null>;
  [more: string]: unknown;
}

export interface PropFile {
  type?: string;
  required?: boolean | 'unknown';
  default?: { value?: unknown; expression?: string } | 'unknown';
  description?: string;
  [more: string]: unknown;
}

export interface SlotFile {
  form?: string;
  required?: boolean | 'unknown';
  fallback?: boolean | 'unknown';
  gives?: PayloadFile;
  [more: string]: unknown;
}

export interface EventFile {
  payload?: PayloadFile;
  [more: string]: unknown;
}

type FieldFile = string | { type?: string; [more: string]: unknown } | null;
export type PayloadFile = 'unknown' | { form?: 'positional' | 'named'; fields?: Record<string, FieldFile> | Record<string, FieldFile>[] };

export type Section = 'props' | 'slots' | 'events' | 'parts';

/** Gives a record with one entry changed, renamed or (for null) taken out, in its order. */
function changed<T>(record: Record<string, T> | undefined, name: string, to: { name: string; value: T } | null): Record<string, T> {
  const entries = Object.entries(record ?? {}).flatMap(([key, value]) => {
    if (key !== name) return [[key, value] as const];
    return to ? [[to.name, to.value] as const] : [];
  });
  if (to && !(name in (record ?? {}))) entries.push([to.name, to.value]);
  return Object.fromEntries(entries);
}

/** Gives a contract file with one member changed, added, renamed or taken out. */
export function withMember(file: ContractFile, section: Section, name: string, to: { name: string; value: unknown } | null): ContractFile {
  if (to && to.name !== name && to.name in (file[section] ?? {})) return file; // it would write over another one
  return { ...file, [section]: changed(file[section] as Record<string, unknown> | undefined, name, to) };
}

/** A name that no member of a section has yet. */
export function freeName(file: ContractFile, section: Section, base: string): string {
  const taken = file[section] ?? {};
  if (!(base in taken)) return base;
  let n = 2;
  while (`${base}${n}` in taken) n++;
  return `${base}${n}`;
}

export function propOf(value: PropFile | string | null | undefined): PropFile {
  return typeof value === 'string' ? { type: value } : (value ?? {});
}

/** A default as people type it: a value as JSON, a word as a text; nothing for none. */
export function defaultText(prop: PropFile): string {
  if (prop.default === 'unknown') return 'unknown';
  if (!prop.default) return '';
  if (prop.default.expression !== undefined) return prop.default.expression;
  const { value } = prop.default;
  // A text that reads as another value is written in quotes.
  return typeof value === 'string' && !isJSON(value) ? value : JSON.stringify(value);
}

function isJSON(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return text.trim() === '';
  }
}

export function defaultFrom(text: string): PropFile['default'] {
  if (text.trim() === '') return undefined;
  try {
    const value: unknown = JSON.parse(text);
    return { value };
  } catch {
    return { value: text };
  }
}

/** A payload as people type it: `amount: number, via: string`; named ones in braces. */
export function payloadText(payload: PayloadFile | undefined): string {
  if (!payload) return '';
  if (payload === 'unknown') return 'unknown';
  const list = Array.isArray(payload.fields) ? payload.fields.flatMap((f) => Object.entries(f)) : Object.entries(payload.fields ?? {});
  const text = list.map(([name, field]) => `${name}: ${typeof field === 'string' ? field : (field?.type ?? 'unknown')}`).join(', ');
  return payload.form === 'named' ? `{ ${text} }` : text;
}

/** Splits a text at commas that stand in no bracket and no quotes. */
function pieces(text: string): string[] {
  const out: string[] = [];
  let depth = 0;
  let quote = '';
  let piece = '';
  for (const c of text) {
    if (quote) quote = c === quote ? '' : quote;
    else if (c === "'" || c === '"') quote = c;
    else if ('([{<'.includes(c)) depth++;
    else if (')]}>'.includes(c)) depth--;
    if (c === ',' && depth <= 0 && !quote) {
      out.push(piece);
      piece = '';
    } else piece += c;
  }
  return [...out, piece].map((p) => p.trim()).filter(Boolean);
}

export function payloadFrom(text: string): PayloadFile | undefined {
  const trimmed = text.trim();
  if (trimmed === '') return undefined;
  if (trimmed === 'unknown') return 'unknown';
  const named = trimmed.startsWith('{') && trimmed.endsWith('}');
  const fields = pieces(named ? trimmed.slice(1, -1) : trimmed).map((p): Record<string, FieldFile> => {
    const at = p.indexOf(':');
    return at < 0 ? { [p]: 'unknown' } : { [p.slice(0, at).trim()]: p.slice(at + 1).trim() || 'unknown' };
  });
  return named ? { form: 'named', fields: Object.assign({}, ...fields) as Record<string, FieldFile> } : { form: 'positional', fields };
}

import { useEffect, useRef, useState } from 'react';
import type { Contract, Finding, Problem } from '../api';
import type { ContractFile } from './file';

/** One state of a draft as it is listed. */
export interface DraftRow {
  name: string;
  revision: number;
  component: string;
  library: string;
  owner: string;
  alternatives: string[];
  finished: string;
  wishes: number;
  what: string;
  at: string;
  by: string;
}

/** draft.yaml, as far as the console edits it. */
export interface DraftFile {
  draft: 1;
  component: string;
  library?: string;
  owner?: string;
  notes?: string;
  stance?: string;
  alternatives?: Record<string, { file?: string; summary?: string; pattern?: string } | null>;
  finished?: { alternative: string; by?: string; on?: string };
  decisions?: { what: string; reason?: string; on?: string; turnedDown?: string[] }[];
  wishes?: { what: string; askedBy?: string[]; meanwhile?: string }[];
  [more: string]: unknown;
}

export interface DraftState {
  state: DraftRow;
  draft: DraftFile;
  contracts: Record<string, string>;
}

export interface Axis {
  name: string;
  kind: string;
  values: string[];
}

export interface Proposal {
  kind: string;
  members: string[];
  what: string;
  because: string;
  all: number;
  loose: number | null;
  text: string;
}

export interface LookedCode {
  scenario: string;
  why: string;
  code?: { text: string; decisions: number; members: number; boilerplate: number; cannot?: string[]; besides?: string };
  problem?: string;
}

export interface Looked {
  name: string;
  problems: string[];
  contract?: Contract;
  file?: ContractFile;
  text?: string;
  groups: { control: string; members: { name: string; kind: string; reason: string }[]; over: boolean; limit: number; remedy?: string; because?: string }[];
  mustKnow: { what: string; kind: string; name: string }[];
  doubts: { member: string; what: string }[];
  states?: { axes: Axis[]; all: number; allowed: number | null; forbidden: number | null; loose: number | null; how: string; exclusive: string[][]; dead: { member: string; value: string; why: string }[]; undescribed: string[] };
  matrix?: { axes: Axis[]; cells: { values: string[]; allowed: number; because?: string }[] };
  noMatrix?: string;
  proposals: Proposal[];
  code: LookedCode[];
  findings: Finding[];
  offers: { member: string; name: string; components: number; what: string }[];
}

export type WhatIfOutcome = 'absorbed' | 'additive' | 'breaking' | 'only by reaching in' | 'does not arise';

export interface WhatIf {
  alternatives: { alternative: string; outcomes: Partial<Record<WhatIfOutcome, number>>; mustKnow: number; members: number; best: boolean }[];
  requests: { request: string; asks: string; answers: { outcome: WhatIfOutcome; by?: string; change?: string; owed?: string; why: string }[] | null }[] | null;
}

export interface Look {
  draft: DraftFile;
  alternatives: Looked[];
  whatIf: WhatIf;
  against: string;
}

export interface Advice {
  patterns: { pattern: string; serves: string[]; beyond: string[]; cost: string; why: string; instead?: string }[];
  tensions: { one: string; other: string }[];
}

/** What a write was refused for; now is what is kept, where the edit began with something older. */
export interface Refusal extends Problem {
  errors?: string[];
  now?: DraftState;
}

/** Sends something to the service. Refusals are thrown as they are told. */
export async function send<T>(method: string, path: string, body: unknown, header: Record<string, string> = {}, signal?: AbortSignal): Promise<T> {
  const response = await fetch('/api/v1' + path, { method, body: JSON.stringify(body), headers: { 'Content-Type': 'application/json', ...header }, signal });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const told = answer as Partial<Refusal> | null;
    throw { status: response.status, detail: told?.detail ?? `the service answered ${response.status}`, right: told?.right, errors: told?.errors, now: told?.now } satisfies Refusal;
  }
  return answer as T;
}

/** How long the editor waits for the next key press before it asks what the draft looks like, in milliseconds. */
const pause = 60;

interface Asked {
  draft: DraftFile;
  contracts: Record<string, string>;
  framework: string;
  by: string[];
}

/** What a draft looks like, asked anew whenever it changes. The last answer stays until there is another. */
export function useLook(asked: Asked | null): { look?: Look; problem?: Refusal } {
  const [answer, setAnswer] = useState<{ look?: Look; problem?: Refusal }>({});
  const first = useRef(true);
  const key = asked && JSON.stringify(asked);
  useEffect(() => {
    if (key === null) return;
    const stop = new AbortController();
    const ask = () =>
      send<Look>('POST', '/design/look', JSON.parse(key), {}, stop.signal)
        .then((look) => setAnswer({ look }))
        .catch((reason: Refusal) => !stop.signal.aborted && setAnswer((last) => ({ look: last.look, problem: reason })));
    const timer = setTimeout(() => void ask(), first.current ? 0 : pause);
    first.current = false;
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [key]);
  return answer;
}

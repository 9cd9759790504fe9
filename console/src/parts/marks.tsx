import styled from 'styled-components';
import type { Outcome, Silence, Verdict, Weight } from '../api';
import { breaks, brass, holds, mono, shifts, soft, type, unsure } from '../tokens';

/** Outcomes and verdicts are told by shape and word first, by tone second. */
const tones: Record<Outcome | Verdict, string> = {
  breaks, shifts, holds, unsure, breaking: breaks, behavioural: shifts, additive: brass, neutral: soft,
};

const shapes: Record<Outcome | Verdict, Outcome | 'additive' | 'neutral'> = {
  breaks: 'breaks', shifts: 'shifts', holds: 'holds', unsure: 'unsure', breaking: 'breaks', behavioural: 'shifts', additive: 'additive', neutral: 'neutral',
};

/** The shape of an outcome or verdict: a cracked ring, a ring whose core has moved, a ring with its core, a dotted ring. */
export function Shape({ of, size = 16 }: { of: Outcome | Verdict; size?: number }) {
  const tone = tones[of];
  const ring = { cx: 12, cy: 12, r: 9, fill: 'none', stroke: tone, strokeWidth: 2 };
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      {shapes[of] === 'breaks' && (
        <g fill="none" stroke={tone} strokeWidth={2}>
          <path d="M9.5 3.4A9 9 0 0 0 9.5 20.6M14.5 3.4A9 9 0 0 1 14.5 20.6" />
          <path d="M13.5 3l-3 6 4 4-3.5 8" />
        </g>
      )}
      {shapes[of] === 'shifts' && (<><circle {...ring} /><circle cx={16.5} cy={15.5} r={4} fill={tone} /></>)}
      {shapes[of] === 'holds' && (<><circle {...ring} /><circle cx={12} cy={12} r={4} fill={tone} /></>)}
      {shapes[of] === 'unsure' && <circle {...ring} strokeDasharray="2.2 3.4" />}
      {shapes[of] === 'additive' && <path d="M12 4v16M4 12h16" stroke={tone} strokeWidth={2.4} />}
      {shapes[of] === 'neutral' && <path d="M4 12h16" stroke={tone} strokeWidth={2.4} />}
    </svg>
  );
}

const Line = styled.span<{ $tone: string }>`
  display: inline-flex; align-items: center; gap: 0.4em; color: ${(p) => p.$tone}; white-space: nowrap; font-weight: 600;
`;

/** An outcome or verdict as shape and word, with a count before the word where one is given. */
export function Mark({ of, count, word }: { of: Outcome | Verdict; count?: number; word?: string }) {
  return (
    <Line $tone={tones[of]}>
      <Shape of={of} />
      {count !== undefined && <span>{count}</span>}
      {word ?? of}
    </Line>
  );
}

/** How much a finding matters, as shape and word: a full, a half and an empty lozenge. */
export function Weigh({ of, count }: { of: Weight; count?: number }) {
  const tone = of === 'must' ? breaks : of === 'should' ? brass : soft;
  return (
    <Line $tone={tone}>
      <svg width={14} height={14} viewBox="0 0 24 24" aria-hidden>
        <path d="M12 2l10 10-10 10L2 12z" fill={of === 'must' ? tone : 'none'} stroke={tone} strokeWidth={2} />
        {of === 'should' && <path d="M12 2v20L2 12z" fill={tone} />}
      </svg>
      {count !== undefined && <span>{count}</span>}
      {of}
    </Line>
  );
}

const Quiet = styled.span`color: ${soft}; font-size: ${type.small};`;
const Loud = styled.strong`color: ${breaks}; font-size: ${type.small}; border: 1px solid currentColor; border-radius: 3px; padding: 0 0.35em; white-space: nowrap;`;

/** Says that nobody else tells. */
export function Silently() {
  return <Loud>nobody else tells</Loud>;
}

/** How silent a change is, in words. */
export function SilenceNote({ of }: { of: Silence }) {
  if (of === 'always') return <Loud>always silent</Loud>;
  return <Quiet>{of === 'unchecked' ? 'silent where nothing checks types' : 'somebody is told'}</Quiet>;
}

export const Code = styled.code`font-family: ${mono}; font-size: 0.875em; overflow-wrap: anywhere;`;
export const Soft = styled.span`color: ${soft};`;

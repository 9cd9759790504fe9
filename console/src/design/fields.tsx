import { useState } from 'react';
import { Checkbox, Input, Label, TextArea, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { brass, ink, mono, paper, plate, rule, soft, space, type } from '../tokens';

const Frame = styled(TextField)<{ $mono?: boolean }>`
  display: flex; flex-direction: column; gap: 2px; min-width: 0;
  label { font-size: ${type.small}; color: ${soft}; }
  input, textarea {
    font: inherit; font-family: ${(p) => (p.$mono ? mono : 'inherit')}; font-size: ${(p) => (p.$mono ? '0.8125rem' : 'inherit')}; color: ${ink}; background: ${paper};
    border: 1px solid ${rule}; border-radius: 5px; padding: 0.25rem 0.5rem; width: 100%; min-width: 0;
  }
  textarea { min-height: 28rem; resize: vertical; white-space: pre; overflow: auto; line-height: 1.4; }
  input:focus-visible, textarea:focus-visible { outline: 2px solid ${brass}; outline-offset: 1px; }
`;

interface TextProps {
  label: string;
  value: string;
  /** The label is read out and not shown: a heading above says it. */
  quiet?: boolean;
  code?: boolean;
  many?: boolean;
  placeholder?: string;
  onValueChange: (value: string) => void;
  onFocus?: () => void;
  onBlur?: () => void;
}

/** A line of text, or many. */
export function Text({ label, value, quiet, code, many, placeholder, onValueChange, onFocus, onBlur }: TextProps) {
  return (
    <Frame value={value} onChange={onValueChange} onFocus={onFocus} onBlur={onBlur} $mono={code} aria-label={quiet ? label : undefined}>
      {!quiet && <Label>{label}</Label>}
      {many ? <TextArea spellCheck={false} /> : <Input placeholder={placeholder} spellCheck={!code} />}
    </Frame>
  );
}

/**
 * A line of text that stands for a value. While it is typed it stays as it is typed: what is read out of an unfinished
 * text is another value, and written out again it would be another text.
 */
export function Written({ value, onValueChange, ...rest }: TextProps) {
  const [typed, setTyped] = useState<string>();
  return (
    <Text {...rest} value={typed ?? value} onFocus={() => setTyped(value)} onBlur={() => setTyped(undefined)} onValueChange={(text) => { setTyped(text); onValueChange(text); }} />
  );
}

const Box = styled(Checkbox)`
  display: inline-flex; align-items: center; gap: ${space.m}; cursor: pointer;
  .box { width: 1rem; height: 1rem; border: 1.5px solid ${soft}; border-radius: 3px; background: ${plate}; display: grid; place-items: center; flex: none; }
  .box::after { content: ''; width: 0.5rem; height: 0.5rem; border-radius: 1px; background: transparent; }
  &[data-selected] .box::after { background: ${ink}; }
  &[data-focus-visible] .box { outline: 2px solid ${brass}; outline-offset: 2px; }
`;

interface TickProps {
  label: string;
  on: boolean;
  quiet?: boolean;
  onValueChange: (on: boolean) => void;
}

/** Yes or no. */
export function Tick({ label, on, quiet, onValueChange }: TickProps) {
  return (
    <Box isSelected={on} onChange={onValueChange} aria-label={quiet ? label : undefined}>
      <span className="box" />
      {!quiet && label}
    </Box>
  );
}

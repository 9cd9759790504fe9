import { Button, Input, Label, ListBox, ListBoxItem, Popover, SearchField, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import { brass, ink, paper, plate, rule, sand, soft, space, type } from '../tokens';

const Field = styled(Select)<{ $narrow?: boolean }>`
  display: inline-flex; flex-direction: column; gap: ${space.s};
  && { min-width: ${(p) => (p.$narrow ? '7rem' : '0')}; }
  > .react-aria-Label { font-size: ${type.small}; color: ${soft}; }
  button {
    font: inherit; color: ${ink}; background: ${plate}; border: 1px solid ${rule}; border-radius: 6px; padding: ${(p) => (p.$narrow ? '0.2rem 0.5rem' : '0.35rem 0.75rem')}; min-width: ${(p) => (p.$narrow ? '7rem' : '9rem')};
    display: flex; justify-content: space-between; gap: ${space.m}; cursor: pointer;
  }
  button[data-focus-visible] { outline: 2px solid ${brass}; outline-offset: 2px; }
`;

const Options = styled(ListBox)`
  background: ${plate}; color: ${ink}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.s}; overflow: auto; flex: 1; min-height: 0;
  min-width: var(--trigger-width); box-shadow: 0 6px 24px rgb(0 0 0 / 18%); outline: none;
  [role='option'] { padding: 0.3rem 0.6rem; border-radius: 4px; cursor: pointer; outline: none; }
  [role='option'][data-focused] { background: ${sand}; }
  [role='option'][data-selected] { font-weight: 600; }
`;

// The list keeps within the room that there is: one that covered its own button would be
// chosen from by the press that opens it.
const Room = styled(Popover)`display: flex; flex-direction: column;`;

interface ChooseProps {
  label: string;
  /** The label is read out and not shown. */
  quiet?: boolean;
  value: string;
  options: readonly string[];
  onValueChange: (value: string) => void;
}

/** Chooses one of a few. */
export function Choose({ label, quiet, value, options, onValueChange }: ChooseProps) {
  return (
    <Field selectedKey={value} onSelectionChange={(key) => key !== null && onValueChange(String(key))} aria-label={quiet ? label : undefined} $narrow={quiet}>
      {!quiet && <Label>{label}</Label>}
      <Button>
        <SelectValue />
        <span aria-hidden>▾</span>
      </Button>
      <Room maxHeight={320}>
        <Options>
          {options.map((option) => (
            <ListBoxItem key={option} id={option} textValue={option}>
              {option}
            </ListBoxItem>
          ))}
        </Options>
      </Room>
    </Field>
  );
}

const Box = styled(SearchField)`
  display: flex; flex-direction: column; gap: ${space.s}; max-width: 28rem;
  label { font-size: ${type.small}; color: ${soft}; }
  input { font: inherit; color: ${ink}; background: ${paper}; border: 1px solid ${rule}; border-radius: 6px; padding: 0.45rem 0.75rem; width: 100%; }
  input:focus-visible { outline: 2px solid ${brass}; outline-offset: 1px; }
`;

interface SearchProps {
  label: string;
  value: string;
  onValueChange: (value: string) => void;
}

/** Searches as one types. */
export function Search({ label, value, onValueChange }: SearchProps) {
  return (
    <Box value={value} onChange={onValueChange}>
      <Label>{label}</Label>
      <Input />
    </Box>
  );
}

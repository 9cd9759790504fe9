import { Button, Input, Label, ListBox, ListBoxItem, Popover, SearchField, Select, SelectValue } from 'react-aria-components';
import styled from 'styled-components';
import { brass, ink, paper, plate, rule, sand, soft, space, type } from '../tokens';

const Field = styled(Select)`
  display: inline-flex; flex-direction: column; gap: ${space.s};
  label { font-size: ${type.small}; color: ${soft}; }
  button {
    font: inherit; color: ${ink}; background: ${plate}; border: 1px solid ${rule}; border-radius: 6px; padding: 0.35rem 0.75rem; min-width: 9rem;
    display: flex; justify-content: space-between; gap: ${space.m}; cursor: pointer;
  }
  button[data-focus-visible] { outline: 2px solid ${brass}; outline-offset: 2px; }
`;

const Options = styled(ListBox)`
  background: ${plate}; color: ${ink}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.s}; max-height: 20rem; overflow: auto;
  min-width: var(--trigger-width); box-shadow: 0 6px 24px rgb(0 0 0 / 18%); outline: none;
  [role='option'] { padding: 0.3rem 0.6rem; border-radius: 4px; cursor: pointer; outline: none; }
  [role='option'][data-focused] { background: ${sand}; }
  [role='option'][data-selected] { font-weight: 600; }
`;

interface ChooseProps {
  label: string;
  value: string;
  options: readonly string[];
  onValueChange: (value: string) => void;
}

/** Chooses one of a few. */
export function Choose({ label, value, options, onValueChange }: ChooseProps) {
  return (
    <Field selectedKey={value} onSelectionChange={(key) => key !== null && onValueChange(String(key))}>
      <Label>{label}</Label>
      <Button>
        <SelectValue />
        <span aria-hidden>▾</span>
      </Button>
      <Popover>
        <Options>
          {options.map((option) => (
            <ListBoxItem key={option} id={option} textValue={option}>
              {option}
            </ListBoxItem>
          ))}
        </Options>
      </Popover>
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

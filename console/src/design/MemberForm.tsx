import { memo } from 'react';
import styled from 'styled-components';
import { Choose, Mark, Plain, Soft } from '../parts';
import { rule, space, type, unsure } from '../tokens';
import type { Looked } from './api';
import { Tick, Written } from './fields';
import { defaultFrom, defaultText, freeName, payloadFrom, payloadText, propOf } from './file';
import type { ContractFile, EventFile, PropFile, Section, SlotFile } from './file';

const Group = styled.fieldset`
  border: 0; padding: 0; margin: 0 0 ${space.l};
  legend { font-weight: 600; padding: 0; margin-bottom: ${space.m}; }
`;

const Row = styled.div`
  display: flex; flex-wrap: wrap; gap: ${space.s} ${space.m}; align-items: center; padding: ${space.s} 0; border-top: 1px solid ${rule};
  > div { flex: 1 1 5rem; min-width: 4.5rem; }
  > div:nth-child(2) { flex: 2 1 7rem; }
  > button { padding: 0.1rem 0.5rem; margin-left: auto; }
`;

const Said = styled.ul`margin: 0 0 ${space.m}; padding-left: ${space.l}; font-size: ${type.small}; li { margin: 2px 0; }`;
const Weight = styled.span`color: ${unsure}; font-weight: 600;`;

/** What the library says of a member: what it calls the same thing, and which rules it breaks. */
function Beside({ looked, name }: { looked?: Looked; name: string }) {
  const offers = looked?.offers.filter((o) => o.member === name) ?? [];
  const findings = looked?.findings.filter((f) => f.member === name) ?? [];
  if (offers.length + findings.length === 0) return null;
  return (
    <Said aria-label={`Said of ${name}`}>
      {offers.map((o) => <li key={o.name}><Soft>{o.what}</Soft></li>)}
      {findings.map((f) => <li key={f.rule + f.why}><Weight>{f.weight} {f.rule}</Weight> {f.why}; {f.mend}</li>)}
    </Said>
  );
}

/** Changes, renames or (for null) takes out one member. It stays the same from one key press to the next, so that only the row that is edited is drawn anew. */
export type ChangeMember = (section: Section, name: string, to: { name: string; value: unknown } | null) => void;

interface MemberProps<T> {
  name: string;
  value: T;
  looked?: Looked;
  onMember: ChangeMember;
}

const PropRow = memo(function PropRow({ name, value, looked, onMember }: MemberProps<PropFile>) {
  const set = (more: Partial<PropFile>) => onMember('props', name, { name, value: { ...value, ...more } });
  return (
    <>
      <Row>
        <Written quiet code label={`Name of ${name}`} value={name} onValueChange={(n) => onMember('props', name, { name: n, value })} />
        <Written quiet code label={`Type of ${name}`} value={value.type ?? ''} onValueChange={(t) => set({ type: t })} />
        <Written quiet code label={`Default of ${name}`} value={defaultText(value)} onValueChange={(t) => set({ default: defaultFrom(t) })} />
        <Tick label="required" on={value.required === true} onValueChange={(on) => set({ required: on || undefined, default: on ? undefined : value.default })} />
        <Plain aria-label={`Take ${name} out`} onPress={() => onMember('props', name, null)}>×</Plain>
      </Row>
      <Beside looked={looked} name={name} />
    </>
  );
});

const forms = ['content', 'function', 'element', 'component'] as const;
const SlotRow = memo(function SlotRow({ name, value, looked, onMember }: MemberProps<SlotFile>) {
  const set = (more: Partial<SlotFile>) => onMember('slots', name, { name, value: { ...value, ...more } });
  return (
    <>
      <Row>
        <Written quiet code label={`Name of the slot ${name}`} value={name} onValueChange={(n) => onMember('slots', name, { name: n, value })} />
        <Choose quiet label={`Form of the slot ${name}`} value={value.form ?? 'content'} options={forms} onValueChange={(form) => set({ form })} />
        <Written quiet code label={`What the slot ${name} gives`} placeholder="{ amount: number }" value={payloadText(value.gives)} onValueChange={(t) => set({ gives: payloadFrom(t) })} />
        <Tick label="required" on={value.required === true} onValueChange={(on) => set({ required: on || undefined })} />
        <Tick label="fallback" on={value.fallback === true} onValueChange={(on) => set({ fallback: on || undefined })} />
        <Plain aria-label={`Take the slot ${name} out`} onPress={() => onMember('slots', name, null)}>×</Plain>
      </Row>
      <Beside looked={looked} name={name} />
    </>
  );
});

const EventRow = memo(function EventRow({ name, value, looked, onMember }: MemberProps<EventFile>) {
  return (
    <>
      <Row>
        <Written quiet code label={`Name of the event ${name}`} value={name} onValueChange={(n) => onMember('events', name, { name: n, value })} />
        <Written quiet code label={`What the event ${name} tells`} placeholder="reason: string" value={payloadText(value.payload)} onValueChange={(t) => onMember('events', name, { name, value: { ...value, payload: payloadFrom(t) } })} />
        <Plain aria-label={`Take the event ${name} out`} onPress={() => onMember('events', name, null)}>×</Plain>
      </Row>
      <Beside looked={looked} name={name} />
    </>
  );
});

const PartRow = memo(function PartRow({ name, value, onMember }: MemberProps<unknown>) {
  return (
    <Row>
      <Written quiet code label={`Name of the part ${name}`} value={name} onValueChange={(n) => onMember('parts', name, { name: n, value })} />
      <Soft>stands inside, and shares the state</Soft>
      <Plain aria-label={`Take the part ${name} out`} onPress={() => onMember('parts', name, null)}>×</Plain>
    </Row>
  );
});

const sections: { section: Section; title: string; add: string; fresh: { name: string; value: unknown } }[] = [
  { section: 'props', title: 'Props: name, type, default', add: 'Add a prop', fresh: { name: 'prop', value: { type: 'string' } } },
  { section: 'slots', title: 'Slots: name, form, what it gives', add: 'Add a slot', fresh: { name: 'slot', value: { form: 'content' } } },
  { section: 'events', title: 'Events: name, what it tells', add: 'Add an event', fresh: { name: 'event', value: { payload: { form: 'positional', fields: [] } } } },
  { section: 'parts', title: 'Parts', add: 'Add a part', fresh: { name: 'Part', value: {} } },
];

/** A member of which nothing is said. */
const none = {};

interface MemberFormProps {
  file: ContractFile;
  looked?: Looked;
  onMember: ChangeMember;
}

/** The members of an alternative as a form. What else its file holds stays as it is. */
export function MemberForm({ file, looked, onMember }: MemberFormProps) {
  return (
    <>
      {sections.map(({ section, title, add, fresh }) => (
        <Group key={section}>
          <legend>{title}</legend>
          {Object.entries(file[section] ?? {}).map(([name, value], i) => {
            // Rows are told apart by where they stand, so that a name can be typed.
            if (section === 'props') return <PropRow key={i} name={name} value={propOf(value as PropFile)} looked={looked} onMember={onMember} />;
            if (section === 'slots') return <SlotRow key={i} name={name} value={(value as SlotFile) ?? none} looked={looked} onMember={onMember} />;
            if (section === 'events') return <EventRow key={i} name={name} value={(value as EventFile) ?? none} looked={looked} onMember={onMember} />;
            return <PartRow key={i} name={name} value={value} onMember={onMember} />;
          })}
          <Plain onPress={() => onMember(section, '', { name: freeName(file, section, fresh.name), value: fresh.value })}>{add}</Plain>
        </Group>
      ))}
      {looked && looked.problems.length === 0 && looked.findings.length === 0 && <Mark of="holds" word="no rule of the library is broken" />}
    </>
  );
}

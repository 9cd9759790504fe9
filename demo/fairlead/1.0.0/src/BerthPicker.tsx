import type { Berth } from './kinds';

interface Choice {
  value?: string;
  defaultValue?: string;
  onValueChange?: (value: string) => void;
}

export interface BerthPickerProps extends Choice {
  berths: Berth[];
  label?: string;
  disabled?: boolean;
  /** Every berth is taken. */
  onFull?: () => void;
}

/** Chooses one berth of those that are free. */
export default function BerthPicker(props: BerthPickerProps) {
  const { berths, label = 'Berth', disabled = false, value, defaultValue, onValueChange, onFull } = props;
  if (berths.every((berth) => !berth.free)) onFull?.();
  return (
    <fieldset disabled={disabled}>
      <legend>{label}</legend>
      {berths.map((berth) => (
        <label key={berth.code}>
          <input
            type="radio"
            checked={value === undefined ? undefined : value === berth.code}
            defaultChecked={defaultValue === berth.code}
            onChange={() => onValueChange?.(berth.code)}
          />
          {berth.code}
        </label>
      ))}
    </fieldset>
  );
}

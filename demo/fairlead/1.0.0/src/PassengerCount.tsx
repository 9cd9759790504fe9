export interface PassengerCountProps {
  value?: number;
  defaultValue?: number;
  onValueChange?: (value: number, why: 'more' | 'fewer') => void;
  min?: number;
  max?: number;
  label?: string;
}

/** How many passengers travel. */
export function PassengerCount({ value, defaultValue = 1, onValueChange, min = 0, max = 9, label = 'Passengers' }: PassengerCountProps) {
  const count = value ?? defaultValue;
  return (
    <div role="group" aria-label={label}>
      <button disabled={count <= min} onClick={() => onValueChange?.(count - 1, 'fewer')}>−</button>
      <output>{count}</output>
      <button disabled={count >= max} onClick={() => onValueChange?.(count + 1, 'more')}>+</button>
    </div>
  );
}

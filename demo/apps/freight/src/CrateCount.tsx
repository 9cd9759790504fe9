interface CrateCountProps {
  crates?: number;
  startsWith?: number;
  onCratesChange?: (crates: number, why: 'more' | 'fewer') => void;
  least?: number;
  most?: number;
  heading?: string;
}

/** How many crates are loaded, after the passengers' counter. */
export function CrateCount({ crates, startsWith = 1, onCratesChange, least = 0, most = 9, heading = 'Crates' }: CrateCountProps) {
  const now = crates ?? startsWith;
  return (
    <div className="crates" role="group" aria-label={heading}>
      <button className="crates-less" disabled={now <= least} onClick={() => onCratesChange?.(now - 1, 'fewer')}>−</button>
      <output>{now}</output>
      <button className="crates-more" disabled={now >= most} onClick={() => onCratesChange?.(now + 1, 'more')}>+</button>
      <small>{now * 40} kg</small>
    </div>
  );
}

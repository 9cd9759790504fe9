export interface VehicleGaugeProps {
  /** Length of the vehicle in centimetres. */
  value: number;
  /** What the deck can take, in centimetres. */
  limit?: number;
  /** Height of the vehicle in centimetres. */
  height?: number;
  /** Names the vehicle. */
  caption?: string;
}

/** How much of a vehicle deck one vehicle takes. */
export function VehicleGauge({ value, limit = 1800, height = 0, caption = 'Vehicle' }: VehicleGaugeProps) {
  return <meter data-height={height} aria-label={caption} value={value} max={limit} />;
}

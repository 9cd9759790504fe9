/** How calmly or how loudly a component speaks. */
export type Tone = 'calm' | 'notice' | 'urgent';

/** How closely rows stand. */
export type Density = 'airy' | 'regular' | 'tight';

/** One crossing as the timetable knows it. */
export interface Sailing {
  id: string;
  vessel: string;
  from: string;
  to: string;
  leaves: string;
  minutesLate: number;
}

/** One deck of a vessel. */
export interface Deck {
  level: number;
  name: string;
  cabins: string[];
}

/** A berth that can be booked. */
export interface Berth {
  code: string;
  free: boolean;
}

/** One reading of the tide gauge. */
export interface Tide {
  at: string;
  height: number;
}

/** The ports the line calls at. */
export const ports = ['Eelmouth', 'Grey Sands', 'Tern Holm'] as const;

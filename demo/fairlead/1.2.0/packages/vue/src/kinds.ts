export interface Sailing {
  id: string;
  vessel: string;
  leaves: string;
  minutesLate: number;
}
export type Density = 'tight' | 'regular';

export interface Berth { id: string; quay: string; length: number; taken: boolean; ship?: string }
export interface Ship { id: string; name: string; flag: string; draught: number }
export type Loudness = 'info' | 'warning' | 'danger';
export type Rank = 'primary' | 'secondary';
export const loudness: Record<string, Loudness> = { calm: 'info', late: 'warning', lost: 'danger' };

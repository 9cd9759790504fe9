export interface Crossing { id: string; from: string; to: string; leaves: string; seats: number; late: boolean; tone: Tone }
export type Tone = 'green' | 'orange' | 'red';
export type Room = 'xs' | 'sm' | 'md' | 'lg' | 'xl';
export const rooms: Room[] = ['xs', 'sm', 'md'];

import type { Berth, Deck, Sailing, Tide } from '@saltmarsh/fairlead';

export const sailings: Sailing[] = [
  { id: 'k1', vessel: 'Curlew', from: 'Eelmouth', to: 'Tern Holm', leaves: '07:40', minutesLate: 0 },
  { id: 'k2', vessel: 'Dunlin', from: 'Eelmouth', to: 'Grey Sands', leaves: '09:15', minutesLate: 12 },
];

export const decks: Deck[] = [{ level: 0, name: 'Car deck', cabins: [] }, { level: 1, name: 'Saloon', cabins: ['S1', 'S2'] }];

export const berths: Berth[] = [{ code: 'A1', free: true }, { code: 'A2', free: false }];

export const tides: Tide[] = [{ at: '06:12', height: 4.1 }, { at: '12:30', height: 0.9 }];

export const fares = [
  { id: 'f1', total: 1850, kind: 'adult' as const, withdrawn: false },
  { id: 'f2', total: 925, kind: 'child' as const, withdrawn: true },
];

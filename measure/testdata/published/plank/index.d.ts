export { default as Plank, PlankRow } from './Plank';
export * from './modes';

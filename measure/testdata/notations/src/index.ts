export * from './inherited';
export * from './computed';
export * from './wrapped';
export * from './generic';
export * from './classes';
export * as Deck from './parts';
export { Signal as Beacon, default as Lamp } from './wrapped';
export * from './bodies';

export const NOTE = 'x';
export function helper() { return 1; }
export abstract class Base extends HTMLElement {}

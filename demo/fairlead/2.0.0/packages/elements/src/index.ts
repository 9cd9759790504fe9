export { FareTagElement } from './fare-tag';
export { LeverElement } from './lever';
export { NoticeElement } from './notice';
export { TideStripElement } from './tide-strip';

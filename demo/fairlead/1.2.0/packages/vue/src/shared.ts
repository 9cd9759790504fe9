import type { InjectionKey } from 'vue';
import type { Density } from './kinds';

export const timetableKey: InjectionKey<{ density: Density }> = Symbol('Timetable');

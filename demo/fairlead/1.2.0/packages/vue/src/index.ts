import type { App } from 'vue';
import FareTag from './FareTag.vue';
import Lever from './Lever.vue';
import Notice from './Notice.vue';
import SailingRow from './SailingRow.vue';
import Timetable from './Timetable.vue';
import TimetableRow from './TimetableRow.vue';

export { FareTag, Lever, Notice, SailingRow, Timetable, TimetableRow };
export { useTide } from './useTide';

/** Registers every component for a whole app. */
export function install(app: App) {
  for (const [name, component] of Object.entries({ FareTag, Lever, Notice, SailingRow, Timetable, TimetableRow })) app.component(name, component);
}

/** The short tour of the pages: whether it is open, and whether it was taken or put off on this device. */
import { useLocalStorage } from '@vueuse/core';
import { ref } from 'vue';
import { say } from '../../words/teacher';

export const tourOpen = ref(false);
/** Accounts that have seen it, or do not want to. */
export const tourSeen = useLocalStorage<number[]>('oaken-tour', []);

/** Each stop: the way to a page, and what is done there. */
export const tourStops = [
  { to: '/', title: say('desk.today'), text: say('help.tourToday') },
  { to: '/banks', title: say('common.banks'), text: say('help.tourBanks') },
  { to: '/tests', title: say('common.tests'), text: say('help.tourTests') },
  { to: '/classes', title: say('common.classes'), text: say('help.tourClasses') },
  { to: '/schedule', title: say('desk.schedule'), text: say('help.tourSchedule') },
  { to: '/marking', title: say('desk.marking'), text: say('help.tourMarking') },
  { to: '/results', title: say('common.results'), text: say('help.tourResults') },
];

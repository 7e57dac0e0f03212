import type { SetupStepId } from '@tidy-quill/core/clinic-setup';
import type { DayOrder } from '@tidy-quill/core/units';

/** What 12/05 is, to choose from. */
export const DAY_ORDER_WORDS: Readonly<Record<DayOrder, string>> = {
  dayFirst: '12/05 is 12 May',
  monthFirst: '12/05 is 5 Dec',
};

/** What a step is, why it matters, and where it is done. */
export const SETUP_STEP_WORDS: Readonly<
  Record<SetupStepId, { readonly title: string; readonly why: string; readonly to: string }>
> = {
  emergencyPhone: {
    title: 'An emergency number',
    why: 'It stands in the aftercare and wherever a client tells of something urgent.',
    to: '/clinic',
  },
  hours: {
    title: 'Opening hours',
    why: 'Times are offered within them; until then from eight to eight.',
    to: '/clinic',
  },
  rooms: { title: 'A room', why: 'A visit is booked into a room.', to: '/clinic' },
  supervisor: {
    title: 'A supervisor',
    why: 'Devices, protocol and texts are approved by a supervisor, and so are exceptions. Where that is you, invite yourself by another sign-in name.',
    to: '/clinic',
  },
  treats: {
    title: 'Somebody who treats',
    why: 'A visit is booked with a technician or a supervisor.',
    to: '/clinic',
  },
  devices: {
    title: 'Handpieces, approved',
    why: 'Nothing is planned for a console whose limits nobody has typed from its manual and a supervisor has read.',
    to: '/devices/handpieces',
  },
  protocol: {
    title: 'A protocol, approved',
    why: 'Textbook ranges lie ready as a draft: a supervisor reads it row by row, changes what is done otherwise here, and approves it.',
    to: '/devices/protocol',
  },
  suitability: {
    title: 'Suitability rules, read and approved',
    why: 'The ones that ship hold until then. Local law may ask for more.',
    to: '/devices/suitability',
  },
  consents: {
    title: 'Consent texts, read and approved',
    why: 'The ones that ship hold until then. Your insurer may have its own.',
    to: '/devices/consents',
  },
  aftercare: {
    title: 'Aftercare, read and approved',
    why: 'The one that ships holds until then.',
    to: '/devices/aftercare',
  },
  eyewear: {
    title: 'Eyewear for each handpiece',
    why: 'Listed with its labels, so that Prepare names the pairs that fit a setting and refuses the others. Until then it only says what a label has to reach.',
    to: '/devices/eyewear',
  },
  consoles: {
    title: 'Consoles, connected',
    why: 'A console that is connected counts its own pulses and is read back by itself; without one they are counted and read by hand. Whoever runs the server names them by the rooms’ ids (ROOM_CONSOLES).',
    to: '/clinic',
  },
};

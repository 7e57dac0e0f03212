import type { ClientColumn, SessionColumn } from '../import-file';
import type { ImportRests } from '../imports';

/** Fields of a file of clients, as they are chosen from. */
export const CLIENT_COLUMN_WORDS: Readonly<Record<ClientColumn, string>> = {
  key: 'Number in the earlier system',
  givenName: 'Given name',
  familyName: 'Family name',
  birthDate: 'Date of birth',
  phone: 'Telephone',
  email: 'E-mail',
  contactBy: 'Likes to be reached by',
  language: 'Language',
  doNotContact: 'Not to be contacted',
  guardianName: 'Guardian',
  guardianRelation: 'Relation of the guardian',
  guardianPhone: 'Telephone of the guardian',
  alert: 'To be seen first',
  note: 'Note',
};

/** Fields of a file of past sessions. */
export const SESSION_COLUMN_WORDS: Readonly<Record<SessionColumn, string>> = {
  client: 'Client, by number or reference',
  on: 'Day',
  job: 'Hair or tattoo',
  site: 'Area',
  side: 'Side',
  wavelengthNm: 'Wavelength, nm',
  fluenceJcm2: 'Fluence, J/cm²',
  pulseMs: 'Pulse, ms',
  spotMm: 'Spot, mm',
  endpoint: 'Endpoint',
  adverse: 'Reactions',
  painMax: 'Pain, 0–10',
  note: 'Note',
};

/** Without these nothing is taken. */
export const NEEDED: readonly (ClientColumn | SessionColumn)[] = [
  ...(['givenName', 'familyName', 'birthDate'] as const),
  ...(['client', 'on', 'site', 'wavelengthNm', 'fluenceJcm2', 'pulseMs', 'spotMm'] as const),
];

/** What rests on an import, so that it is undone no longer. */
export const RESTS_WORDS: Readonly<Record<ImportRests, string>> = {
  visits: 'a visit is booked for one of its clients',
  areas: 'areas or sessions were added to one of its clients',
  consents: 'one of its clients signed a consent',
  waiting: 'one of its clients is on the waiting list',
  messages: 'a message was sent to one of its clients',
  courseNotes: 'the course of one of its areas was decided on',
  edited: 'one of its clients was edited',
  plans: 'a plan was accepted that knows its sessions',
};

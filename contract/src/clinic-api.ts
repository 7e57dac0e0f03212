import { PDF, type ApiRow } from './api-row';
import { Invited, ResetAsked, RoleChange, SecondFactorDemand } from './accounts';
import { ClinicClock, ClinicDays, SetRetention, StaffActive } from './clinic';
import { ClinicLanguage } from './translations';
import { DoorSheetAsked, NewDeviceEntry } from './devices';
import { CardPrint } from './card-prints';
import { LookOver, SetEyewear } from './eyewear';
import { FindingsAsked, SessionsAsked } from './findings';
import { NewFollowUp, NewIncident } from './incidents';
import {
  AskForFollowUps,
  CloseTrial,
  DrawSides,
  EnrolClient,
  NewCount,
  NewLook,
  NewTrial,
  NewTrialNote,
  SetTrial,
} from './trials';
import { PictureCardAsked } from './photos';
import { AboutClinic, NewRoom, RoomName } from './setup';

/** Routes by which a clinic sees to itself: rooms, people, backups, what is said of it. */
export const CLINIC_API: Readonly<Record<string, ApiRow>> = {
  'GET /api/clinic': { summary: 'Rooms and staff' },
  'GET /api/clinic/setup': { summary: 'What is missing before the first client' },
  'DELETE /api/demo': {
    summary: 'Remove the demo clinic beside this one',
    right: 'manageAccounts',
  },
  'PUT /api/clinic/about': {
    summary: 'Change name, time zone and telephones',
    body: AboutClinic,
    right: 'manageAccounts',
  },
  'POST /api/clinic/rooms': { summary: 'Add a room', body: NewRoom, right: 'manageAccounts' },
  'PUT /api/clinic/rooms/:id': {
    summary: 'Rename a room',
    body: RoomName,
    right: 'manageAccounts',
  },
  'GET /api/messages/carriers': { summary: 'What carries messages to clients' },
  'GET /api/clinic/backups': { summary: 'The last backup, and whether one is overdue' },
  'POST /api/clinic/backups': {
    summary: 'Make a backup now; what became of it is read from the last one',
    right: 'manageAccounts',
  },
  'PUT /api/clinic/clock': {
    summary: 'Set the clock style',
    body: ClinicClock,
    right: 'manageAccounts',
  },
  'GET /api/clinic/retention': {
    summary: 'Records that need not be kept any longer',
    right: 'erase',
  },
  'PUT /api/clinic/retention': {
    summary: 'Set how long records are kept',
    body: SetRetention,
    right: 'erase',
  },
  'PUT /api/clinic/days': {
    summary: 'Set whether days or months come first in dates that are typed',
    body: ClinicDays,
    right: 'manageAccounts',
  },
  'PUT /api/clinic/language': {
    summary: 'Set the language that the clinic writes its texts for clients in',
    body: ClinicLanguage,
    right: 'manageAccounts',
  },
  'GET /api/clinic/languages': {
    summary: 'Languages that clients read, and what is translated into each',
  },
  'GET /api/clinic/languages/:language/:part': {
    summary: 'A part of the texts for clients with its newest translation',
  },
  'GET /api/eyewear': { summary: 'Eyewear of the clinic, as it is now' },
  'PUT /api/eyewear/:id': {
    summary: 'List eyewear, or change it, as a version of its own',
    body: SetEyewear,
    right: 'draft',
  },
  'POST /api/eyewear/:id/look-over': {
    summary: 'Note what was seen of eyewear today',
    body: LookOver,
  },
  'GET /api/consoles': { summary: 'What the consoles of the rooms count now' },
  'GET /api/devices': { summary: 'How every handpiece stands, and what is due of it' },
  'GET /api/handpieces/:id/log': { summary: 'How a handpiece stands, with its whole log' },
  'POST /api/handpieces/:id/log': {
    summary: 'Write into a handpiece’s log: a check, a service, a part, out of use and back',
    body: NewDeviceEntry,
  },
  'POST /api/handpieces/:id/papers': { summary: 'Keep a paper of a service', takes: [PDF] },
  'GET /api/device-papers/:id': {
    summary: 'The paper of an entry',
    gives: PDF,
  },
  'GET /api/handpieces/:id/safety-file.pdf': {
    summary: 'The laser safety file of a handpiece',
    gives: PDF,
  },
  'GET /api/clinic/rooms/:id/door-sheet.pdf': {
    summary: 'The sheet at a room’s door',
    query: DoorSheetAsked,
    gives: PDF,
  },
  'GET /api/picture-card.pdf': {
    summary: 'The card that lies beside the skin in a picture',
    query: PictureCardAsked,
    gives: PDF,
  },
  'GET /api/card-prints': { summary: 'What the clinic’s printers make of the picture card' },
  'POST /api/card-prints': {
    summary: 'Keep the greys of a print, as they were measured beside a known card',
    body: CardPrint,
    right: 'draft',
  },
  'GET /api/incidents': { summary: 'The register of incidents' },
  'GET /api/incidents.pdf': { summary: 'The register of incidents on paper', gives: PDF },
  'POST /api/incidents': { summary: 'Report an incident', body: NewIncident },
  'POST /api/incidents/:id/follow-ups': {
    summary: 'Tell more of an incident; a supervisor closes it',
    body: NewFollowUp,
  },
  'GET /api/findings': {
    summary: 'What sessions of a period show, apart by a field',
    query: FindingsAsked,
    right: 'readFindings',
  },
  'GET /api/findings/options': {
    summary: 'Values by which sessions can be told apart',
    right: 'readFindings',
  },
  'GET /api/findings/sessions': {
    summary: 'The sessions behind a figure',
    query: SessionsAsked,
    right: 'readFindings',
    audit: 'clientsSearched',
  },
  'GET /api/findings/protocol': {
    summary: 'What each row of the protocol in force was really used for',
    right: 'readFindings',
  },
  'GET /api/trials': { summary: 'Trials, the newest first' },
  'POST /api/trials': { summary: 'Draft a trial', body: NewTrial, right: 'readFindings' },
  'GET /api/trial-follow-ups': { summary: 'Follow-ups of trials whose window is open' },
  'POST /api/trial-follow-ups/messages': {
    summary: 'Ask clients to come for a follow-up',
    body: AskForFollowUps,
  },
  'GET /api/trials/:id': { summary: 'A trial with everybody in it, and nothing of its results' },
  'PUT /api/trials/:id': { summary: 'Change a draft', body: SetTrial, right: 'readFindings' },
  'POST /api/trials/:id/fix': {
    summary: 'Fix the design and seal the seed',
    right: 'approve',
  },
  'POST /api/trials/:id/close': {
    summary: 'Close a trial and open its seed',
    body: CloseTrial,
    right: 'approve',
  },
  'POST /api/trials/:id/participants': {
    summary: 'Take a client in who has signed the trial’s consent',
    body: EnrolClient,
  },
  'POST /api/trials/:id/draws': {
    summary: 'Draw a client’s sides at the first treatment',
    body: DrawSides,
  },
  'POST /api/trials/:id/notes': {
    summary: 'A deviation, or that a client leaves',
    body: NewTrialNote,
  },
  'GET /api/trials/:id/to-count': { summary: 'Pictures to count, their sides not told' },
  'POST /api/trials/:id/counts': { summary: 'A count', body: NewCount },
  'POST /api/trials/:id/looks': {
    summary: 'Record a look at a running trial, and see what it shows',
    body: NewLook,
    right: 'readFindings',
  },
  'GET /api/trials/:id/results': {
    summary: 'What a closed trial shows',
    right: 'readFindings',
  },
  'GET /api/trials/:id/report.pdf': {
    summary: 'The report of a closed trial',
    right: 'readFindings',
    gives: PDF,
  },
  'GET /api/trials/:id/data.csv': {
    summary: 'Open data of a closed trial, persons by code',
    right: 'readFindings',
    audit: 'exported',
    gives: 'text/csv',
  },
  'GET /api/trials/:id/data.json': {
    summary: 'The same with design, dictionary and seed',
    right: 'readFindings',
    audit: 'exported',
  },
  'PUT /api/clinic/second-factor': {
    summary: 'Demand a second factor of supervisors and owners',
    body: SecondFactorDemand,
    right: 'manageAccounts',
  },
  'POST /api/clinic/staff': {
    summary: 'Invite staff by link',
    body: Invited,
    right: 'manageAccounts',
  },
  'POST /api/clinic/staff/:id/link': {
    summary: 'A new invitation, or a link to set a new password',
    body: ResetAsked,
    right: 'manageAccounts',
  },
  'PUT /api/clinic/staff/:id/role': {
    summary: 'Give an account another role',
    body: RoleChange,
    right: 'manageAccounts',
  },
  'PUT /api/clinic/staff/:id/active': {
    summary: 'Close or reopen an account',
    body: StaffActive,
    right: 'manageAccounts',
  },
};

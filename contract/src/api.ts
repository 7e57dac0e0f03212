import { PDF, type ApiRow } from './api-row';
import {
  AppointmentAnswer,
  CalendarAsked,
  RemindDay,
  FeedNames,
  NewFeed,
  NewUnavailable,
  SayStatus,
  SetOpeningHours,
} from './calendar';
import {
  ChangedPassword,
  Lock,
  NewPin,
  PasswordGiven,
  SecondFactorConfirmed,
  SetAccount,
  Unlock,
} from './accounts';
import { CLIENTS_API } from './clients-api';
import { CLINIC_API } from './clinic-api';
import { AheadAnswers, NewInvitation } from './ahead';
import { AuditAsked } from './audit';
import { SignIn } from './auth';
import { ApproveVersion, KindAsked, NewVersion } from './catalogue';
import { NewJudgement, NewPracticeRun, PracticeAsked } from './practice';
import { NewSignOff, SignOffRule } from './sign-offs';
import { NewMessageText, NewRecalls, Reminding } from './message-texts';
import { NewWaiting, SetWishes, TakeTime, WaitingAsked } from './waiting';
import { CancelVisit, MoveVisit } from './clients';
import { CancelNotice } from './clinic';

import { ToConsole } from './console';
import { NewClinic } from './setup';

import { DiaryEntry, DiaryPhoto, NewDiaryLink } from './diary';
import { PeriodAsked } from './findings';
import { UseAsked } from './handpieces';

import { NewPhoto } from './photos';
import { GiveAdvice, SignRecord } from './record';
import { DayAsked } from './today';
import { AcceptSetting, Approval, EventsAfter, NewEvents, SendHome } from './visit';

const PICTURES = ['image/jpeg', 'image/png'];
const ICALENDAR = 'text/calendar';

/** Every route of the API by its method and path. The server's own router is held to this table by a test. */
export const API: Readonly<Record<string, ApiRow>> = {
  'GET /api/openapi.json': { summary: 'This description', open: true },
  'POST /api/sign-in': { summary: 'Sign in', body: SignIn, open: true },
  'POST /api/sign-out': { summary: 'Sign out', open: true },
  'GET /api/me': { summary: 'Who is signed in, and where' },
  'POST /api/me/caution': { summary: 'Record that the caution was read' },
  'GET /api/me/account': { summary: 'One’s own account: second factor, PIN, sessions' },
  'POST /api/me/password': { summary: 'Change one’s own password', body: ChangedPassword },
  'POST /api/me/second-factor': { summary: 'Begin a second factor', body: PasswordGiven },
  'POST /api/me/second-factor/confirm': {
    summary: 'Confirm it by a first code; gives recovery codes',
    body: SecondFactorConfirmed,
  },
  'POST /api/me/second-factor/end': { summary: 'Do without a second factor', body: PasswordGiven },
  'POST /api/me/pin': { summary: 'Set a PIN for the room', body: NewPin },
  'DELETE /api/me/sessions': { summary: 'End all other sessions of one’s own' },
  'DELETE /api/me/sessions/:id': { summary: 'End one of one’s own sessions' },
  'POST /api/me/lock': {
    summary: 'Lock this tablet; the visit that is named stays in sight',
    body: Lock,
  },
  'POST /api/me/unlock': { summary: 'Unlock it, or hand it over to a colleague', body: Unlock },

  'GET /api/account/:token': { summary: 'An invitation or reset, by link', open: true },
  'POST /api/account/:token': { summary: 'Set name and password', body: SetAccount, open: true },

  'GET /api/setup': { summary: 'Whether a clinic may be set up here', open: true },
  'POST /api/setup': {
    summary: 'Set up a clinic and its owner, with the code of the machine’s terminal',
    body: NewClinic,
    open: true,
  },
  'GET /api/ahead/:token': { summary: 'Questions before a visit, by link', open: true },
  'POST /api/ahead/:token': { summary: 'Answer them', body: AheadAnswers, open: true },
  'GET /api/diary/:token': { summary: 'A healing diary, by link', open: true },
  'POST /api/diary/:token': { summary: 'Add an entry', body: DiaryEntry, open: true },
  'POST /api/diary/:token/photos': {
    summary: 'Add a picture',
    query: DiaryPhoto,
    takes: PICTURES,
    open: true,
  },

  'GET /api/today': { summary: 'The visits of a day', query: DayAsked },
  'GET /api/calendar': { summary: 'What is booked and away in some days', query: CalendarAsked },
  'POST /api/calendar/reminders': { summary: 'Remind everybody of a day', body: RemindDay },
  'GET /api/appointment/:token': { summary: 'A visit to confirm, by link', open: true },
  'POST /api/appointment/:token': {
    summary: 'Confirm, ask for another time, or cancel',
    body: AppointmentAnswer,
    open: true,
  },
  'GET /api/calendar/use': {
    summary: 'How much rooms, people and handpieces were used',
    query: CalendarAsked,
  },
  'GET /api/calendar/waiting': {
    summary: 'Who waits for a time, and what would suit them',
    query: WaitingAsked,
  },
  'POST /api/clients/:id/waiting': { summary: 'Put on the waiting list', body: NewWaiting },
  'POST /api/waiting/:id/take': { summary: 'Give a time to somebody who waits', body: TakeTime },
  'POST /api/waiting/:id/end': { summary: 'Take off the waiting list' },
  'PUT /api/clients/:id/wishes': { summary: 'Keep when a client likes to come', body: SetWishes },
  'POST /api/calendar/recalls': { summary: 'Ask back who is due', body: NewRecalls },
  'PUT /api/clinic/reminding': {
    right: 'manageAccounts',
    summary: 'Say when clients are told of visits',
    body: Reminding,
  },
  'GET /api/practice': { summary: 'Exercises that somebody did', query: PracticeAsked },
  'GET /api/practice/:id': { summary: 'An exercise with the way of the hand' },
  'POST /api/practice': { summary: 'Keep an exercise', body: NewPracticeRun },
  'GET /api/judgements': { summary: 'Judgements that somebody made', query: PracticeAsked },
  'GET /api/judgements/:id': { summary: 'A judgement with what rules and model say of it' },
  'POST /api/judgements': { summary: 'Judge somebody invented', body: NewJudgement },
  'GET /api/sign-offs': { summary: 'Who is signed off for what' },
  'POST /api/clinic/staff/:id/sign-offs': {
    right: 'signOff',
    summary: 'Sign somebody off, or take that back',
    body: NewSignOff,
  },
  'PUT /api/clinic/sign-off-rule': {
    right: 'manageAccounts',
    summary: 'Say what follows where somebody is not signed off',
    body: SignOffRule,
  },
  'GET /api/message-texts': { summary: 'What messages to clients say' },
  'POST /api/message-texts': {
    right: 'manageAccounts',
    summary: 'Change what a message says',
    body: NewMessageText,
  },
  'GET /api/calendar/due': { summary: 'Who is due with nothing booked, and who missed a visit' },
  'POST /api/unavailable/file': {
    summary: 'Enter one’s own times away from a calendar file',
    takes: [ICALENDAR],
  },
  'GET /api/me/feed': { summary: 'One’s own calendar address' },
  'POST /api/me/feed': { summary: 'Make a new calendar address', body: NewFeed },
  'POST /api/me/feed/end': { summary: 'End the calendar address' },
  'GET /api/feeds/:token': {
    summary: 'Visits as iCalendar, by link',
    open: true,
    gives: ICALENDAR,
  },
  'GET /api/visits/:id/calendar.ics': { summary: 'A visit as iCalendar', gives: ICALENDAR },
  'PUT /api/clinic/cancel-notice': {
    summary: 'Set how late a client may cancel by a link',
    body: CancelNotice,
    right: 'manageAccounts',
  },
  'PUT /api/clinic/feed-names': {
    summary: 'Say whether calendars name clients',
    body: FeedNames,
    right: 'manageAccounts',
  },
  'POST /api/unavailable': { summary: 'Enter an absence or closure', body: NewUnavailable },
  'POST /api/unavailable/:id/end': { summary: 'Take an absence or closure back' },
  'PUT /api/clinic/hours': {
    summary: 'Set the opening hours',
    body: SetOpeningHours,
    right: 'manageAccounts',
  },
  'GET /api/today/not-ready': { summary: 'Who is not ready in the next two weeks, and why' },
  'GET /api/today/follow-ups': { summary: 'What is due: readings, second looks, reactions' },
  'GET /api/live': { summary: 'WebSocket of the desk: tells that something came in' },

  'GET /api/visits/:id': { audit: 'visitOpened', summary: 'A visit with all that its pages need' },
  'POST /api/visits/:id/restore': { summary: 'Take a cancellation back' },
  'POST /api/visits/:id/move': { summary: 'Move a booked visit', body: MoveVisit },
  'POST /api/visits/:id/free-handpiece': { summary: 'Free the handpiece kept for a visit' },
  'POST /api/visits/:id/status': { summary: 'Say how a visit stands', body: SayStatus },
  'POST /api/visits/:id/cancel': { summary: 'Cancel a booked visit', body: CancelVisit },
  'GET /api/visits/:id/events': { summary: 'Events after a place', query: EventsAfter },
  'POST /api/visits/:id/events': { summary: 'Add events', body: NewEvents, query: EventsAfter },
  'POST /api/visits/:id/plan': {
    summary: 'Accept a setting',
    body: AcceptSetting,
    query: EventsAfter,
  },
  'POST /api/visits/:id/approvals': {
    summary: 'Approve as a supervisor',
    body: Approval,
    query: EventsAfter,
  },
  'POST /api/visits/:id/send-home': {
    summary: 'Send home, book the next visit',
    body: SendHome,
    query: EventsAfter,
  },
  'GET /api/visits/:id/live': { summary: 'WebSocket of a visit: presses up, events down' },
  'POST /api/visits/:id/console': { summary: 'Ask the room’s console', body: ToConsole },
  'POST /api/visits/:id/photos': { summary: 'Add a picture', query: NewPhoto, takes: PICTURES },
  'GET /api/photos/:id': { audit: 'pictureOpened', summary: 'A picture', gives: 'image/*' },
  'GET /api/photos/:id/thumbnail': { summary: 'A picture, small', gives: 'image/jpeg' },
  'GET /api/visits/:id/aftercare.pdf': {
    audit: 'recordPrinted',
    summary: 'Advice on paper',
    gives: PDF,
  },
  'POST /api/visits/:id/aftercare-message': { summary: 'Send the advice', body: GiveAdvice },
  'GET /api/visits/:id/next-visit.ics': {
    summary: 'The next visit for a calendar',
    gives: 'text/calendar',
  },
  'GET /api/visits/:id/record': { audit: 'recordOpened', summary: 'The record of a visit' },
  'GET /api/visits/:id/record.pdf': {
    audit: 'recordPrinted',
    summary: 'The record on paper',
    gives: PDF,
  },
  'POST /api/visits/:id/sign': { summary: 'Sign the record', body: SignRecord },
  'GET /api/visits/:id/plans': {
    audit: 'exported',
    summary: 'Accepted plans with all that they rested on',
  },
  'POST /api/visits/:id/invitation': { summary: 'Send the questions', body: NewInvitation },
  'DELETE /api/visits/:id/invitation': { summary: 'End links to the questions' },
  'POST /api/visits/:id/diary-link': { summary: 'Send a healing diary', body: NewDiaryLink },
  'DELETE /api/visits/:id/diary-link': { summary: 'End links to the diary' },
  'GET /api/visits/:id/diary': {
    audit: 'diaryOpened',
    summary: 'What a client wrote of the healing',
  },

  'GET /api/reactions/register': {
    summary: 'Reactions of a period’s sessions, open and closed',
    query: PeriodAsked,
    right: 'readFindings',
    audit: 'clientsSearched',
  },
  'GET /api/reactions/register.pdf': {
    summary: 'The same on paper, for an authority',
    query: PeriodAsked,
    right: 'readFindings',
    audit: 'exported',
    gives: PDF,
  },
  'GET /api/reactions': { summary: 'Reactions that are followed' },
  'GET /api/diary-worries': { summary: 'Entries from home that have to be read' },
  'POST /api/diary-entries/:id/read': { summary: 'Mark an entry as read' },
  'GET /api/handpieces/:id/use': { summary: 'What a handpiece was used for', query: UseAsked },
  'GET /api/messages': { summary: 'The outbox' },
  'POST /api/messages/:id/again': { summary: 'Send a message that failed' },

  'GET /api/catalogue': { summary: 'Devices and protocol in force' },
  'GET /api/catalogue/versions': { summary: 'Versions of a document', query: KindAsked },
  'POST /api/catalogue/versions': {
    summary: 'Draft a version',
    body: NewVersion,
    right: 'draft',
  },
  'GET /api/catalogue/versions/:id/impact': { summary: 'Planned visits that a version touches' },
  'POST /api/catalogue/versions/:id/approve': {
    summary: 'Approve a version; a first one with every row that was read',
    body: ApproveVersion,
    right: 'approve',
  },
  'GET /api/audit': {
    summary: 'The audit trail',
    query: AuditAsked,
    right: 'readAudit',
  },
  'GET /api/clients/:id/audit.csv': {
    summary: 'Who looked at a client and when',
    gives: 'text/csv',
    audit: 'exported',
    right: 'readAudit',
  },
  ...CLIENTS_API,
  ...CLINIC_API,
};

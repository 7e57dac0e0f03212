import { PDF, type ApiRow } from './api-row';
import { ClientRecordFile } from './client-record';
import { TimesAsked } from './calendar';
import {
  AlikeAsked,
  ClientSearch,
  EditedClient,
  EraseClient,
  NewArea,
  NewClient,
  NewCourseVisits,
  NewVisit,
} from './clients';
import { ConsentAsked, NewConsent, Withdrawal } from './consent';
import { GiveTreatmentPlan, NewCourseStep, TreatmentPlanAsked } from './course-of-area';
import { NewImport } from './imports';
import { MergeAsked, NewMerge } from './merges';
import { PictureSheet } from './photos';

/** Routes of clients: who they are, what was given to them, what goes out of here and what comes in. */
export const CLIENTS_API: Readonly<Record<string, ApiRow>> = {
  'GET /api/clients': { audit: 'clientsSearched', summary: 'Search clients', query: ClientSearch },
  'GET /api/clients/alike': {
    audit: 'clientsSearched',
    summary: 'Clients who may be the same person',
    query: AlikeAsked,
  },
  'POST /api/clients': { summary: 'Add a client', body: NewClient },
  'GET /api/clients/:id': {
    audit: 'clientOpened',
    summary: 'A client with areas, visits and consents',
  },
  'GET /api/clients/:id/photos': { summary: 'Every picture of a client’s areas' },
  'POST /api/clients/:id/picture-sheet.pdf': {
    audit: 'recordPrinted',
    summary: 'Pictures of an area on paper, what is marked in them covered',
    body: PictureSheet,
    gives: PDF,
  },
  'GET /api/imports': { summary: 'Imports of clients and past sessions', right: 'importClients' },
  'POST /api/imports/check': {
    summary: 'Look through an import without taking it',
    body: NewImport,
    right: 'importClients',
  },
  'POST /api/imports': {
    summary: 'Take clients and past sessions, all or none',
    body: NewImport,
    right: 'importClients',
  },
  'POST /api/imports/record': {
    summary: 'Take a client’s whole record that this program gave out',
    body: ClientRecordFile,
    right: 'importClients',
  },
  'POST /api/imports/:id/undo': {
    summary: 'Undo an import as a whole',
    right: 'importClients',
  },
  'PUT /api/clients/:id': { summary: 'Edit a client', body: EditedClient },
  'GET /api/clients/:id/treatment-plan.pdf': {
    audit: 'recordPrinted',
    summary: 'What is offered for an area of hair, on paper',
    query: TreatmentPlanAsked,
    gives: PDF,
  },
  'GET /api/clients/:id/treatment-plan': {
    summary: 'The treatment plan of an area, and what changed since one was given',
    query: TreatmentPlanAsked,
  },
  'POST /api/clients/:id/treatment-plans': {
    summary: 'Keep a treatment plan as given',
    body: GiveTreatmentPlan,
  },
  'POST /api/clients/:id/course-steps': {
    summary: 'Pause, stop or reopen the course of an area',
    body: NewCourseStep,
  },
  'POST /api/clients/:id/erasure': {
    summary: 'Erase who a client was, for good',
    body: EraseClient,
    right: 'erase',
  },
  'GET /api/clients/:id/merge': {
    audit: 'clientOpened',
    summary: 'Two records of a client side by side',
    query: MergeAsked,
    right: 'mergeClients',
  },
  'POST /api/clients/:id/merges': {
    summary: 'Merge another record of this client into this one',
    body: NewMerge,
    right: 'mergeClients',
  },
  'POST /api/merges/:id/undo': {
    summary: 'Undo a merge as a whole',
    right: 'mergeClients',
  },
  'POST /api/clients/:id/areas': { summary: 'Add an area', body: NewArea },
  'GET /api/clients/:id/times': { summary: 'Times that are free for a visit', query: TimesAsked },
  'POST /api/clients/:id/course-visits': {
    summary: 'Book a visit and those that follow it',
    body: NewCourseVisits,
  },
  'POST /api/clients/:id/visits': { summary: 'Book a visit', body: NewVisit },
  'GET /api/clients/:id/record.json': { audit: 'exported', summary: 'Everything kept of a client' },
  'GET /api/clients/:id/record.fhir.json': {
    audit: 'exported',
    summary: 'The record as HL7 FHIR R4 resources, pictures in it',
    gives: 'application/fhir+json',
  },
  'GET /api/clients/:id/record.pdf': {
    audit: 'exported',
    summary: 'The whole record on paper',
    gives: PDF,
  },
  'GET /api/clients/:id/sessions.csv': {
    audit: 'exported',
    summary: 'Sessions, a line a setting',
    gives: 'text/csv',
  },
  'GET /api/clients/:id/consent-to-read': {
    summary: 'The consent that is read, filled in',
    query: ConsentAsked,
  },
  'POST /api/clients/:id/consents': { summary: 'Sign a consent', body: NewConsent },
  'GET /api/consents/:id/pdf': { audit: 'consentOpened', summary: 'A signed consent', gives: PDF },
  'POST /api/consents/:id/withdraw': { summary: 'Withdraw a consent', body: Withdrawal },
};

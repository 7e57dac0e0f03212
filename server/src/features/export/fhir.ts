import {
  ADVERSE_WORDS,
  areaText,
  ENDPOINT_WORDS,
  REACTION_WORDS,
  skinTypeText,
} from '@tidy-quill/contract/labels/index';
import type { Consent } from '@tidy-quill/contract/consent';
import { visitReport, type ZoneReport } from '@tidy-quill/core/report';
import { dialledJcm2 } from '@tidy-quill/core/plan';
import { longestSideMm } from '@tidy-quill/core/units';
import type {
  Bundle,
  CodeableConcept,
  DocumentReference,
  FhirResource,
  Observation,
  ObservationComponent,
  Patient,
  Reference,
} from 'fhir/r4';
import type { ClientRecord } from './store';

/** A picture or signed paper with its bytes, by the id under which the record names it. */
export interface ExportedFile {
  readonly id: string;
  readonly type: string;
  readonly bytes: Buffer;
}

type Visit = ClientRecord['visits'][number];

const UCUM = 'http://unitsofmeasure.org';
const CATEGORY = 'http://terminology.hl7.org/CodeSystem/observation-category';

/**
 * One client's record as a collection of HL7 FHIR R4 resources (https://hl7.org/fhir/R4): Patient, Encounter, Procedure with the
 * device and its setting as Observations in UCUM units, AdverseEvent, Consent, DocumentReference. Words stand as text: codes of
 * nomenclatures whose use needs a licence are in it nowhere. The whole record in the product's own format is one of its
 * documents, so that nothing is lost on the way.
 */
export function fhirBundle(record: ClientRecord, files: readonly ExportedFile[]): Bundle {
  const { client } = record;
  const patient: Reference = { reference: `urn:uuid:${client.id}` };
  const resources: FhirResource[] = [
    patientOf(record),
    ...devicesOf(record),
    ...record.visits.flatMap((visit) => visitResources(record, visit, patient)),
    ...record.consents.map((consent) => consentOf(consent, patient)),
    ...record.photos.flatMap((photo) => {
      const file = files.find(({ id }) => id === photo.id);
      return file === undefined ? [] : [documentOf(file, 'Photograph', patient, photo.visitId)];
    }),
    wholeRecord(record, patient),
  ];
  return {
    resourceType: 'Bundle',
    type: 'collection',
    timestamp: record.exportedAt,
    entry: resources.map((resource) => ({
      fullUrl: `urn:uuid:${resource.id ?? ''}`,
      resource,
    })),
  };
}

function patientOf({ client }: ClientRecord): Patient {
  const { guardian } = client;
  return {
    ...{ resourceType: 'Patient', id: client.id, birthDate: client.birthDate },
    identifier: [{ system: 'urn:tidy-quill:reference', value: client.reference }],
    name: [{ use: 'official', family: client.familyName, given: [client.givenName] }],
    telecom: [
      ...(client.phone === '' ? [] : [{ system: 'phone' as const, value: client.phone }]),
      ...(client.email === '' ? [] : [{ system: 'email' as const, value: client.email }]),
    ],
    ...(client.language === null
      ? {}
      : {
          communication: [
            {
              language: { coding: [{ system: 'urn:ietf:bcp:47', code: client.language }] },
              preferred: true,
            },
          ],
        }),
    ...(guardian === null
      ? {}
      : {
          contact: [
            {
              relationship: [{ text: guardian.relation === '' ? 'guardian' : guardian.relation }],
              name: { text: guardian.name },
              ...(guardian.phone === ''
                ? {}
                : { telecom: [{ system: 'phone' as const, value: guardian.phone }] }),
            },
          ],
        }),
  };
}

/** Every handpiece that was fired with, under an id of its own. */
const devicesOf = ({ handpieceNames }: ClientRecord): FhirResource[] =>
  Object.entries(handpieceNames).map(([id, name]) => ({
    ...{ resourceType: 'Device', id: deviceId(id) },
    deviceName: [{ name, type: 'user-friendly-name' }],
    type: { text: 'Handpiece of a laser' },
  }));

/** Ids of resources hold letters, figures, - and . alone, 64 at most. */
const deviceId = (handpieceId: string): string =>
  `device-${handpieceId.replace(/[^A-Za-z0-9.-]/g, '-')}`.slice(0, 64);

function visitResources(record: ClientRecord, of: Visit, subject: Reference): FhirResource[] {
  const { visit, events, asKept } = of;
  const encounter: Reference = { reference: `urn:uuid:${visit.id}` };
  const zones = asKept === undefined ? visitReport(events, visit.areaId).zones : [];
  const fired = zones.some(({ lights }) => lights.length > 0);
  return [
    {
      ...{ resourceType: 'Encounter', id: visit.id, subject },
      status: visit.cancelled !== null ? 'cancelled' : fired ? 'finished' : 'planned',
      class: { system: 'http://terminology.hl7.org/CodeSystem/v3-ActCode', code: 'AMB' },
      period: { start: visit.startsAt },
      participant: [{ individual: { display: record.staffNames[visit.staffId] ?? 'unknown' } }],
    },
    ...zones.flatMap((zone) => zoneResources(record, of, zone, { subject, encounter })),
  ];
}

interface Around {
  readonly subject: Reference;
  readonly encounter: Reference;
}

function zoneResources(
  record: ClientRecord,
  { visit }: Visit,
  zone: ZoneReport,
  around: Around,
): FhirResource[] {
  const area = record.areas.find(({ id }) => id === zone.areaId);
  const { findings, reactions, run } = zone.record;
  const id = (part: string) => `${visit.id.slice(0, 23)}-${zone.areaId.slice(-12)}-${part}`;
  const performedDateTime = run.startedAt ?? visit.startsAt;
  const procedure = id('procedure');
  const partOf: Reference[] = [{ reference: `urn:uuid:${procedure}` }];
  const seen: FhirResource[] =
    findings === null
      ? []
      : [
          {
            ...observation(id('skin'), 'Fitzpatrick skin type', around, visit.startsAt),
            valueString: skinTypeText(findings.skin.type),
          },
        ];
  if (zone.lights.length === 0) return seen;
  return [
    ...seen,
    {
      ...{ resourceType: 'Procedure', id: procedure, status: 'completed', ...around },
      code: { text: area?.job === 'ink' ? 'Laser tattoo removal' : 'Laser hair removal' },
      performedDateTime,
      bodySite: area === undefined ? [] : [{ text: areaText(area) }],
      usedReference: [...new Set(zone.lights.map(({ setting }) => setting.handpieceId))].map(
        (handpieceId) => ({
          reference: `urn:uuid:${deviceId(handpieceId)}`,
          display: record.handpieceNames[handpieceId] ?? handpieceId,
        }),
      ),
    },
    ...zone.lights.map(({ plan, setting, pulses, energyJ, answer }, index): Observation => ({
      ...observation(id(`light${index + 1}`), 'Laser setting as given', around, performedDateTime),
      partOf,
      device: { reference: `urn:uuid:${deviceId(setting.handpieceId)}` },
      component: [
        measured('Wavelength', plan.wavelengthNm, 'nm'),
        measured('Fluence', setting.fluenceJcm2, 'J/cm2'),
        ...(setting.output === undefined
          ? []
          : [measured('Fluence as the console showed it', dialledJcm2(setting), 'J/cm2')]),
        measured('Pulse duration', setting.pulseMs, 'ms'),
        measured('Spot, longest side', longestSideMm(setting.spot), 'mm'),
        measured('Repetition rate', setting.rateHz, 'Hz'),
        measured('Pulses', pulses, '{pulses}'),
        measured('Energy', Math.round(energyJ * 10) / 10, 'J'),
        ...(answer.painMax === null
          ? []
          : [measured('Worst pain, 0 to 10', answer.painMax, '{score}')]),
        { code: { text: 'Endpoint' }, valueString: ENDPOINT_WORDS[answer.endpoint] },
        ...answer.adverse.map((each) => ({
          ...{ code: { text: 'Harm seen' }, valueString: ADVERSE_WORDS[each] },
        })),
      ],
    })),
    ...reactions.map((reaction): FhirResource => ({
      ...{ resourceType: 'AdverseEvent', id: reaction.id, actuality: 'actual', ...around },
      event: { text: REACTION_WORDS[reaction.report.what] },
      date: reaction.report.onsetAt,
      recordedDate: reaction.reportedAt,
      ...(reaction.closed === null ? {} : { outcome: outcomeOf(reaction.closed.outcome) }),
      suspectEntity: [{ instance: { reference: `urn:uuid:${procedure}` } }],
    })),
  ];
}

function outcomeOf(outcome: string): CodeableConcept {
  return { text: outcome };
}

function observation(
  id: string,
  text: string,
  { subject, encounter }: Around,
  effectiveDateTime: string,
): Observation {
  return {
    ...{ resourceType: 'Observation', id, status: 'final', subject, encounter },
    category: [{ coding: [{ system: CATEGORY, code: 'procedure' }] }],
    code: { text },
    effectiveDateTime,
  };
}

const measured = (text: string, value: number, code: string): ObservationComponent => ({
  code: { text },
  valueQuantity: { value, unit: code, system: UCUM, code },
});

function consentOf(consent: Consent, patient: Reference): FhirResource {
  const system = 'http://terminology.hl7.org/CodeSystem';
  return {
    ...{ resourceType: 'Consent', id: consent.id, patient, dateTime: consent.signedAt },
    status: consent.withdrawnOn === null ? 'active' : 'inactive',
    scope: { coding: [{ system: `${system}/consentscope`, code: 'treatment' }] },
    category: [{ text: consent.content.title }],
    policyRule: { text: `Texts of the clinic, version ${consent.content.textsNumber}` },
    sourceAttachment: {
      contentType: 'application/pdf',
      title: `${consent.content.title}, SHA-256 ${consent.sha256}`,
    },
    provision: { period: { end: consent.validUntil } },
  };
}

const documentOf = (
  { id, type, bytes }: ExportedFile,
  text: string,
  subject: Reference,
  visitId: string,
): DocumentReference => ({
  ...{ resourceType: 'DocumentReference', id, status: 'current', subject },
  type: { text },
  content: [{ attachment: { contentType: type, data: bytes.toString('base64') } }],
  context: { encounter: [{ reference: `urn:uuid:${visitId}` }] },
});

/** The record as the product writes it: what FHIR has no place for is in it, too. */
const wholeRecord = (record: ClientRecord, subject: Reference): DocumentReference => ({
  ...{ resourceType: 'DocumentReference', id: `record-${record.client.id}`, subject },
  ...{ status: 'current', date: record.exportedAt },
  type: { text: 'Whole record, tidy-quill-client version 1' },
  content: [
    {
      attachment: {
        contentType: 'application/json',
        title: `${record.client.reference}.json`,
        data: Buffer.from(JSON.stringify(record)).toString('base64'),
      },
    },
  ],
});

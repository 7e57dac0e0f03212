import type { IncidentShown } from '@tidy-quill/contract/incidents';
import {
  eyesText,
  FIRST_STEP_WORDS,
  followUpText,
  HURT_WORDS,
  INCIDENT_SORT_WORDS,
} from '@tidy-quill/contract/labels/incidents';
import { countText, momentText, sentence } from '@tidy-quill/contract/labels/index';
import type { Db } from '../../db/connect';
import { clinicToday } from '../../http/clinic-day';
import { collected, paper, write } from '../../pdf/paper';
import { clinicOf } from '../calendar/store';
import { incidentsOf } from './store';

/** The register of incidents on paper, the newest report first; nobody is named but staff. */
export async function incidentRegisterPdf(db: Db, clinicId: string): Promise<Buffer> {
  const { name, timeZone } = await clinicOf(db, clinicId);
  const incidents = await incidentsOf(db, clinicId);
  const today = clinicToday(timeZone);
  const doc = paper('Register of incidents', today);
  write(doc, name, { size: 11 });
  write(doc, 'Register of incidents', { size: 20, bold: true, after: 2 });
  write(
    doc,
    incidents.length === 0
      ? 'Nothing reported.'
      : `${countText(incidents.length, 'incident')}, ${incidents.filter((each) => !isClosed(each)).length} open.`,
    { after: 8 },
  );
  for (const incident of incidents) {
    const { report } = incident;
    write(
      doc,
      `${sentence(INCIDENT_SORT_WORDS[report.sort])}, ${isClosed(incident) ? 'closed' : 'open'}`,
      {
        ...{ size: 11, bold: true, before: 6 },
      },
    );
    for (const line of linesOf(incident, timeZone)) write(doc, line, { size: 10 });
  }
  return collected(doc);
}

const isClosed = ({ followUps }: IncidentShown) =>
  followUps.some(({ followUp }) => followUp.kind === 'closed');

const linesOf = (
  { report, by, reportedAt, handpiece, visit, followUps }: IncidentShown,
  timeZone: string,
): readonly string[] => [
  `Happened ${momentText(report.happenedAt, timeZone)}, reported ${momentText(reportedAt, timeZone)} by ${by}`,
  ...(handpiece === null ? [] : [`Device: ${handpiece.name}`]),
  ...(visit === null ? [] : [`Visit: ${visit.id}`]),
  ...(report.hurt.length === 0
    ? []
    : [`Hurt: ${report.hurt.map((who) => HURT_WORDS[who]).join(', ')}`]),
  ...(report.eyes === null ? [] : [`Eye: ${eyesText(report.eyes)}`]),
  ...(report.done.length === 0
    ? []
    : [`Done at once: ${report.done.map((step) => FIRST_STEP_WORDS[step]).join(' ')}`]),
  ...(report.text === '' ? [] : [`Account: ${report.text}`]),
  ...followUps.map(({ at, followUp }) => `${momentText(at, timeZone)}: ${followUpText(followUp)}`),
];

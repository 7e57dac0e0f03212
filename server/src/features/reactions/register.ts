import type { ReactionRegistered } from '@tidy-quill/contract/findings';
import {
  CLOSED_WORDS,
  LEVEL_WORDS,
  REACTION_WORDS,
  STEP_DONE_WORDS,
} from '@tidy-quill/contract/labels/reaction';

import { areaText, figure, shortDay, TECHNIQUE_WORDS } from '@tidy-quill/contract/labels/index';
import { reactionLine } from '@tidy-quill/core/findings';
import type { Technique } from '@tidy-quill/core/plan';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, between, eq, gt, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { sessionFacts as t } from '../../db/session-facts';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { collected, paper, write } from '../../pdf/paper';
import { clinicOf } from '../calendar/store';
import { documentInForce } from '../catalogue/store';
import { areasById, clientsById } from '../clients/store';
import { sumUp, visitsSummed } from '../projections/store';

interface Period {
  readonly from: Day;
  readonly until: Day;
}

/** Reactions of the sessions of a period, the newest session first. */
export async function reactionRegister(
  db: Db,
  clinicId: string,
  { from, until }: Period,
): Promise<ReactionRegistered[]> {
  await sumUp(db, eq(visits.clinicId, clinicId));
  const facts = await db
    .select()
    .from(t)
    .where(and(eq(t.clinicId, clinicId), gt(t.reactions, 0), between(t.treatedOn, from, until)));
  if (facts.length === 0) return [];
  const visitIds = facts.map(({ visitId }) => visitId);
  const [summed, clientOf, placeOf, { content: handpieces }] = await Promise.all([
    visitsSummed(db, clinicId, inArray(visits.id, visitIds)),
    clientsById(
      db,
      clinicId,
      facts.map(({ clientId }) => clientId),
    ),
    areasById(
      db,
      clinicId,
      facts.map(({ areaId }) => areaId),
    ),
    documentInForce(db, clinicId, 'devices', []),
  ]);
  const nameOf = (id: string) => handpieces.find((each) => each.id === id)?.name ?? id;
  return facts
    .flatMap((row): ReactionRegistered[] => {
      const zone = summed
        .find(({ visit }) => visit.id === row.visitId)
        ?.zones.find(({ areaId }) => areaId === row.areaId);
      const client = defined(clientOf.get(row.clientId));
      const { site, side } = defined(placeOf.get(row.areaId));
      return (zone?.reactions ?? []).map((reaction) => ({
        ...{ id: reaction.id, visitId: row.visitId, site, side, treatedOn: row.treatedOn },
        client: {
          id: client.id,
          name: `${client.givenName} ${client.familyName}`,
          reference: client.reference,
        },
        ...{ handpiece: nameOf(row.handpieceId), technique: row.technique, endJcm2: row.endJcm2 },
        line: reactionLine(reaction),
      }));
    })
    .sort(
      (one, other) =>
        other.treatedOn.localeCompare(one.treatedOn) ||
        other.line.reportedAt.localeCompare(one.line.reportedAt),
    );
}

/** The register on paper: clients by their reference alone, as an authority is told of them. */
export async function reactionRegisterPdf(
  db: Db,
  clinicId: string,
  period: Period,
): Promise<Buffer> {
  const { name, timeZone } = await clinicOf(db, clinicId);
  const lines = await reactionRegister(db, clinicId, period);
  const today = clinicToday(timeZone);
  const doc = paper('Register of reactions', today);
  write(doc, name, { size: 11 });
  write(doc, 'Register of reactions', { size: 20, bold: true, after: 2 });
  write(
    doc,
    `Sessions from ${shortDay(period.from)} to ${shortDay(period.until)}. ${lines.length === 0 ? 'No reaction on record.' : `${lines.length} on record, ${lines.filter(({ line }) => line.closed === null).length} open.`}`,
    { after: 8 },
  );
  for (const each of lines) {
    for (const [index, text] of textsOf(each, timeZone).entries()) {
      write(doc, text, index === 0 ? { size: 11, bold: true, before: 6 } : { size: 10 });
    }
  }
  write(doc, `${shortDay(today)}. Clients are named by the clinic’s own reference.`, {
    ...{ size: 8.5, before: 10 },
  });
  return collected(doc);
}

function textsOf(
  { client, site, side, treatedOn, handpiece, technique, endJcm2, line }: ReactionRegistered,
  timeZone: string,
): readonly string[] {
  const dayOf = (at: string) => shortDay(clinicDay(new Date(at), timeZone));
  const { what, level, onsetHours, reportedAt, seenAt, hoursToSee, did, closed } = line;
  return [
    `${client.reference}: ${REACTION_WORDS[what]}, ${areaText({ site, side })}`,
    `Treated ${shortDay(treatedOn)} with ${handpiece}, ${TECHNIQUE_WORDS[technique as Technique]}, ${figure(endJcm2)} J/cm²`,
    `${level === null ? 'Not graded' : LEVEL_WORDS[level]}${onsetHours === null ? '' : `, began ${figure(onsetHours)} h after the last pulse`}, reported ${dayOf(reportedAt)}`,
    seenAt === null
      ? 'Seen by nobody yet'
      : `Seen ${dayOf(seenAt)}, ${figure(defined(hoursToSee))} h after the report`,
    ...(did.length === 0 ? [] : [`Done: ${did.map((step) => STEP_DONE_WORDS[step]).join(', ')}`]),
    closed === null ? 'Open' : `Closed ${dayOf(closed.at)}: ${CLOSED_WORDS[closed.outcome]}`,
  ];
}

import type { NewEvent } from '@tidy-quill/contract/visit';
import type { Catalogue } from '@tidy-quill/contract/catalogue';
import { evaluateInk, inkOrder, type InkCase } from '@tidy-quill/core/ink';
import type { Skill } from '@tidy-quill/core/access';
import type { InkColour } from '@tidy-quill/core/look';
import {
  asksForApproval,
  centralWavelengthNm,
  coolingOf,
  evaluate,
  type InkSubject,
  type LearntAtPlan,
  type LearntHere,
  type Setting,
  type Subject,
  type Technique,
} from '@tidy-quill/core/plan';
import {
  mayTreat,
  medicinesIn,
  testsOf,
  zoneRecord,
  type VisitRecord,
} from '@tidy-quill/core/session';
import { EVENT_KINDS, type AcceptedPlan } from '@tidy-quill/core/events';
import type { SiteId } from '@tidy-quill/core/sites';
import type { EventRefusal } from '@tidy-quill/core/workflow';
import { CORE_VERSION } from '@tidy-quill/core/version';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { together } from '../../db/together';
import { areas } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { catalogueNow } from '../calendar/in-service';
import { lackingBy, lackingOf, signOffsOf } from '../sign-offs/store';
import { earlierVisitsOf, earlierVisits } from './earlier-visits';
import type { Locked } from './store';

/** What a setting was judged from, and what it came to. */
interface Judged {
  readonly plan: Pick<
    AcceptedPlan,
    | 'subject'
    | 'ink'
    | 'wavelengthNm'
    | 'light'
    | 'train'
    | 'upperJcm2'
    | 'expectedPulses'
    | 'cooling'
    | 'gel'
    | 'job'
    | 'learnt'
    | 'notSignedOff'
  >;
  readonly catalogue: Catalogue;
}

/** Judges a setting on the server with the core's own rules. @throws HttpProblem 422 with the refusals. */
async function judge(
  { tx, clinicId, actor, visit, events, timeZone, today }: Locked,
  areaId: string,
  setting: Setting,
  colours?: readonly InkColour[],
): Promise<Judged> {
  const record = zoneRecord(events, areaId, visit.areaId);
  const { findings } = record;
  if (findings === null) {
    throw new HttpProblem('refused-by-rule', 'This does not fit the visit as it stands', {
      detail: 'askAndLookFirst',
    });
  }
  const [catalogue, before, { site }, signOffs] = await together(
    catalogueNow(tx, clinicId),
    earlierVisits(tx, clinicId, visit, timeZone),
    areaOf(tx, clinicId, areaId),
    signOffsOf(tx, clinicId),
  );
  const skin = {
    site,
    skin: findings.skin,
    areaCm2: findings.areaCm2,
    history: [...earlierVisitsOf(before, areaId).history, ...testsOf(record)],
    medicines: medicinesIn(record),
  };
  if (asksForApproval(skin, 'hair' in findings ? 'hair' : 'ink') && record.agreed === null) {
    throw new HttpProblem('refused-by-rule', 'A supervisor has to approve first', {
      detail: 'It reacted last time, or the model does not cover this skin.',
    });
  }
  const job = 'hair' in findings ? 'hair' : 'ink';
  const need = { job, site, technique: setting.technique } as const;
  const lacking = lackingBy(signOffs, actor, need, today);
  if (!mayTreat(record, actor.staffId, lacking)) {
    throw new HttpProblem('refused-by-rule', 'A supervisor has to approve first', {
      detail: 'signOffFirst' satisfies EventRefusal,
    });
  }
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId);
  const plan =
    'hair' in findings
      ? judgeHair({ ...skin, hair: findings.hair }, catalogue, today, setting)
      : judgeInk({ ...skin, ink: findings.ink }, catalogue, today, setting, record, colours);
  return {
    catalogue,
    plan: {
      ...plan,
      wavelengthNm: centralWavelengthNm(defined(handpiece).light),
      light: defined(handpiece).light,
      train: defined(handpiece).train,
      cooling: coolingOf(defined(handpiece), setting),
      gel: defined(handpiece).gel,
      ...(lacking.skills.length === 0 ? {} : { notSignedOff: lacking.skills.flat() }),
    },
  };
}

function refuse(codes: readonly string[]): void {
  if (codes.length === 0) return;
  throw new HttpProblem('refused-by-rule', 'This setting is outside the limits', {
    detail: codes.join(', '),
  });
}

function judgeHair(
  subject: Subject,
  { handpieces, protocol }: Catalogue,
  today: Day,
  setting: Setting,
) {
  // Limits, refusals and work are those of the whole evaluation: what a next spot would teach is not judged.
  const evaluation = evaluate({ subject, handpieces, protocol, today }, setting, 'ranking');
  refuse(evaluation.refusals.map(({ code }) => code));
  return {
    subject,
    upperJcm2: defined(defined(evaluation.upper).fluenceJcm2),
    expectedPulses: evaluation.work.pulses,
    ...(evaluation.learnt === null ? {} : { learnt: keptOf(evaluation.learnt) }),
    job: 'hair' as const,
  };
}

const keptOf = ({ from, share, rule }: LearntHere): LearntAtPlan => ({ from, share, rule });

/** On ink the colours that a wavelength is for are part of the plan; those under way hold where none are named. */
function judgeInk(
  subject: InkSubject,
  { handpieces, protocol }: Catalogue,
  today: Day,
  setting: Setting,
  { plan, agreed }: VisitRecord,
  named: readonly InkColour[] | undefined,
) {
  const of: InkCase = {
    subject,
    handpieces,
    protocol: protocol.ink,
    own: protocol,
    agreed: agreed !== null,
    today,
  };
  const steps = inkOrder(of).steps.filter(({ handpieceId }) => handpieceId === setting.handpieceId);
  const colours = named ?? steps[0]?.colours ?? plan?.ink?.colours ?? [];
  const darkPartOf = steps[0]?.darkPartOf ?? [];
  const evaluation = evaluateInk(of, { colours }, setting, protocol.pace);
  refuse(colours.length === 0 ? ['noColour'] : evaluation.refusals);
  return {
    subject,
    ink: { colours, darkPartOf },
    upperJcm2: defined(defined(evaluation.upper).fluenceJcm2),
    expectedPulses: evaluation.work.pulses,
    job: 'ink' as const,
  };
}

/** Judges a setting and turns it into the event that accepts it. */
export async function acceptedPlan(
  locked: Locked,
  areaId: string,
  setting: Setting,
  colours?: readonly InkColour[],
): Promise<AcceptedPlan> {
  const { plan, catalogue } = await judge(locked, areaId, setting, colours);
  return {
    ...plan,
    setting,
    devicesVersionId: catalogue.devicesVersionId,
    protocolVersionId: catalogue.protocolVersionId,
    coreVersion: CORE_VERSION,
    plannedOn: locked.today,
  };
}

/** Judges every setting among events that is dialled in or fired as a test spot. */
export async function judgeSettings(locked: Locked, events: readonly NewEvent[]): Promise<void> {
  for (const { body, areaId = locked.visit.areaId } of events) {
    if (EVENT_KINDS[body.kind].limited && 'setting' in body) {
      await judge(locked, areaId, body.setting as Setting);
    }
  }
}

/** What whoever asks is not signed off for, to treat an area of the visit in a way. */
export async function lackingHere(
  { tx, clinicId, actor, today }: Locked,
  areaId: string,
  technique: Technique | null,
): Promise<readonly Skill[]> {
  const { job, site } = await areaOf(tx, clinicId, areaId);
  return (await lackingOf(tx, actor, { job, site, technique }, today)).skills.flat();
}

async function areaOf(db: Queryable, clinicId: string, areaId: string) {
  const [area] = await db
    .select({ job: areas.job, site: areas.site })
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), eq(areas.id, areaId)));
  const { job, site } = defined(area);
  return { job, site: site as SiteId };
}

import { type SheetStepKind, type ZoneReport } from '@tidy-quill/core/report';
import { painMeaning } from '@tidy-quill/core/reaction';
import { clockText, figure, lightText, nmText, passesText, pulsesText } from './format';
import { INK_COLOUR_WORDS } from './look';
import { incidentDetail, INCIDENT_WORDS } from './prepare';
import { CARED_WORDS, CAUSE_WORDS } from './reaction';
import { stamp, type SheetLine, type SheetNames } from './report-lines';
import { seenText, worstPainText } from './response';
import { settingText } from './settings';
import { PLACE_WORDS } from './spot';
import { ADVERSE_WORDS, ENDPOINT_WORDS, GRADE_WORDS, MARK_WORDS, TECHNIQUE_WORDS } from './words';

const STEP_WORDS: Readonly<Record<SheetStepKind, string>> = {
  planAccepted: 'Plan accepted',
  settingsRead: 'Settings read back',
  treatmentStarted: 'Started',
  settingChanged: 'Setting changed',
  stepDeclined: 'Kept as it was',
  paused: 'Paused',
  resumed: 'Went on',
  stopped: 'Stopped',
  causeChecked: 'Cause looked for',
  handedOver: 'Handed over',
  treatmentEnded: 'Ended',
};

interface Timed {
  readonly at: string;
  readonly line: SheetLine;
}

const inTime = (list: readonly Timed[]): readonly SheetLine[] =>
  [...list].sort((one, other) => one.at.localeCompare(other.at)).map(({ line }) => line);

/** What was given to a zone: setting by setting, then in time. */
export function treated(zone: ZoneReport, names: SheetNames): SheetLine[] {
  const { run, plan } = zone.record;
  if (plan === null || (run.startedAt === null && zone.early.pulses === 0)) return [];
  const passes = zone.passes === 0 ? '' : `${passesText(zone.passes)}, `;
  const steps = zone.steps.map(
    ({ what, setting, wavelengthNm, said, toStaffId, cause, ...by }): Timed => {
      const looked =
        cause === undefined
          ? ''
          : `${CAUSE_WORDS[cause.cause]}: ${cause.found ? 'it was this' : 'not this'}`;
      const to = toStaffId === null ? '' : `to ${names.staff(toStaffId)}`;
      const dialled = setting === null ? '' : settingText(setting);
      const light = wavelengthNm === null ? '' : nmText(wavelengthNm);
      const text = [STEP_WORDS[what], to, light, dialled, said, looked].filter(Boolean).join(': ');
      return { at: by.at, line: { label: stamp(by, names), text, grave: what === 'stopped' } };
    },
  );
  const incidents = zone.record.incidents.map(({ what, at, detail }): Timed => ({
    at,
    line: {
      label: clockText(at, names.timeZone),
      text: [`Incident: ${INCIDENT_WORDS[what]}`, incidentDetail({ what, detail })]
        .filter(Boolean)
        .join(': '),
      grave: true,
    },
  }));
  const perArea = zone.energyJcm2 === null ? '' : `, ${figure(zone.energyJcm2)} J/cm² of the zone`;
  return [
    ...withEach(zone, names),
    ...zone.parts.map((part) => ({
      label: `Part ${part.number}, ${INK_COLOUR_WORDS[part.colour]}`,
      text: `${nmText(part.wavelengthNm)}: ${pulsesText(part.pulses)}, ${part.passes === 0 ? '' : `${passesText(part.passes)}, `}${figure(part.energyJ)} J, ${figure(part.seconds / 60)} min`,
    })),
    {
      label: 'In all',
      text: `${pulsesText(zone.pulses)}, ${passes}${figure(zone.energyJ, 0)} J${perArea}, ${figure(zone.seconds / 60, 0)} min on the skin`,
    },
    ...(zone.early.pulses === 0
      ? []
      : [
          {
            label: 'Before the start',
            text: `${pulsesText(zone.early.pulses)} of these, counted by the console and not logged as a test spot`,
            grave: true,
          },
        ]),
    // One timeline: causes beside their stops, incidents where they happened.
    ...inTime([...steps, ...incidents]),
  ];
}

/** Each light with its handpiece; where there were several settings, each with its own pulses, pain and response. */
function withEach({ lights }: ZoneReport, names: SheetNames): SheetLine[] {
  return lights.map((each) => {
    const { plan, setting, pulses, energyJ, answer } = each;
    const { handpieceId, technique } = plan.setting;
    const own = `${names.handpiece(handpieceId)}, ${lightText(plan.light ?? plan)}, ${TECHNIQUE_WORDS[technique]}`;
    if (lights.length === 1) return { label: 'With', text: own };
    const gave = `${pulsesText(pulses)}, ${figure(energyJ, 0)} J`;
    return {
      label: 'With',
      text: `${own}, ${settingText(setting)}: ${gave}, ${worstPainText(answer)}, ${seenText(each)}`,
      grave: painMeaning(answer.painMax ?? 0) === 'stop' || answer.adverse.length > 0,
    };
  });
}

/** What was seen and felt in a session. */
export function skin({ record, answer, pains }: ZoneReport, names: SheetNames): SheetLine[] {
  const seen = [...new Set(record.run.marks.map(({ mark }) => MARK_WORDS[mark]))];
  const lines: SheetLine[] = [];
  if (pains.length > 0) {
    const list = pains.map(({ score, minute }) => `${score} at ${figure(minute, 0)} min`);
    lines.push({
      label: 'Pain, 0–10',
      text: list.join(', '),
      grave: painMeaning(answer.painMax ?? 0) === 'stop',
    });
  }
  if (seen.length > 0) lines.push({ label: 'While treating', text: seen.join(', ') });
  for (const look of record.postTreatmentChecks) {
    const marks = look.marks.map((mark) => MARK_WORDS[mark]).join(', ');
    const cared = (look.cared ?? []).map((each) => CARED_WORDS[each]);
    const cooled = look.cooledMinutes === undefined ? '' : `cooled ${look.cooledMinutes} min`;
    const early = look.early === undefined ? '' : `before its time: ${look.early}`;
    lines.push({
      label: `${stamp(look, names)}, ${look.minutesAfter} min after`,
      text: [marks, GRADE_WORDS[look.grade], ...cared, cooled, early, look.note]
        .filter(Boolean)
        .join('; '),
      grave: look.grade >= 2,
    });
    for (const { mark, grade, sizeCm, place } of look.found ?? []) {
      const size = sizeCm === null ? '' : `${figure(sizeCm)} cm`;
      const where = place === null ? '' : PLACE_WORDS[place];
      const text = [GRADE_WORDS[grade], size, where].filter(Boolean).join(', ');
      lines.push({ label: MARK_WORDS[mark], text, grave: grade >= 2 });
    }
  }
  if (lines.length > 0) {
    const hurt = painMeaning(answer.painMax ?? 0) === 'stop';
    const sum = [
      ENDPOINT_WORDS[answer.endpoint],
      ...answer.adverse.map((each) => ADVERSE_WORDS[each]),
      ...(hurt ? [`too much: pain reached ${answer.painMax}`] : []),
    ];
    lines.push({
      label: 'Assessment',
      text: sum.join(', '),
      grave: hurt || answer.adverse.length > 0,
    });
  }
  return lines;
}

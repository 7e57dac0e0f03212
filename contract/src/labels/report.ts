import type { QuestionId } from '@tidy-quill/core/suitability';
import { type VisitReport, type SheetStepKind, type ZoneReport } from '@tidy-quill/core/report';
import { readingKind, spotAnswer } from '@tidy-quill/core/spot';
import type { RecordOpened } from '../record';
import { areaText } from './area';
import {
  clockText,
  dayOf,
  dayText,
  figure,
  nmText,
  passesText,
  pulsesText,
  skinTypeText,
} from './format';
import { INK_COLOUR_WORDS, melaninText } from './look';
import { incidentDetail, INCIDENT_WORDS, PLAIN_CHECK_WORDS } from './prepare';
import { QUESTION_WORDS } from './questions';
import { CARED_WORDS, CAUSE_WORDS } from './reaction';
import { adviceText, settingText } from './settings';
import { reactionLines } from './report-reaction';
import { momentText, PLACE_WORDS, READING_WORDS } from './spot';
import {
  ADVERSE_WORDS,
  ADVICE_PART_WORDS,
  CALIBRE_WORDS,
  DENSITY_WORDS,
  ENDPOINT_WORDS,
  GRADE_WORDS,
  HAIR_COLOUR_WORDS,
  MARK_WORDS,
  TAN_WORDS,
  TECHNIQUE_WORDS,
} from './words';

/** One line of the record: what it is, and what it was. */
export interface SheetLine {
  readonly label: string;
  readonly text: string;
  /** Whether it tells of harm, a stop or an incident. */
  readonly grave?: boolean;
}

export interface SheetSection {
  readonly title: string;
  readonly lines: readonly SheetLine[];
}

/** What names stand for: areas, people and handpieces. */
export interface SheetNames {
  readonly timeZone: string;
  readonly area: (areaId: string) => string;
  readonly staff: (staffId: string) => string;
  readonly handpiece: (handpieceId: string) => string;
  /** Whether each line has to say who; false where one person recorded all of it. */
  readonly sayWho?: boolean;
}

/** The names that the ids of a record stand for. */
export const reportNames = (
  {
    areas,
    staffNames,
    handpieceNames,
  }: Pick<RecordOpened, 'areas' | 'staffNames' | 'handpieceNames'>,
  timeZone: string,
): SheetNames => ({
  timeZone,
  area: (id) => {
    const area = areas.find((each) => each.id === id);
    return area === undefined ? id : areaText(area);
  },
  staff: (id) => staffNames[id] ?? 'somebody no longer here',
  handpiece: (id) => handpieceNames[id] ?? id,
});

const STEP_WORDS: Readonly<Record<SheetStepKind, string>> = {
  planAccepted: 'Plan accepted',
  settingsRead: 'Settings read back',
  treatmentStarted: 'Started',
  settingChanged: 'Setting changed',
  stepDeclined: 'Kept as it was',
  paused: 'Paused',
  resumed: 'Went on',
  stopped: 'Stopped',
  causeLooked: 'Cause looked for',
  handedOver: 'Handed over',
  treatmentEnded: 'Ended',
};

/** The record of a visit in sections and lines: the page and the paper show these and nothing else. */
export function reportSections(sheet: VisitReport, given: SheetNames): readonly SheetSection[] {
  const names = { ...given, sayWho: sheet.staffIds.length > 1 };
  const several = sheet.zones.length > 1;
  return [
    asked(sheet, names),
    ...sheet.zones.flatMap((zone) => zoneSections(zone, names, several)),
    home(sheet, names),
    amendments(sheet, names),
    signed(sheet, names),
  ].filter(({ lines }) => lines.length > 0);
}

function asked({ asked: said, words }: VisitReport, names: SheetNames): SheetSection {
  const yes = Object.entries(said?.answers ?? {}).flatMap(([id, answer]) =>
    answer?.yes === true ? [QUESTION_WORDS[id as QuestionId].ask] : [],
  );
  const lines: SheetLine[] = [];
  if (said !== null) {
    lines.push({
      label: stamp(said, names),
      text: yes.length === 0 ? 'No to every question.' : `Yes to: ${yes.join(' · ')}`,
    });
    if ((said.medicines ?? []).length > 0) {
      const list = said.medicines.map(({ name }) => name).join(', ');
      lines.push({ label: 'Medicines', text: list });
    }
    for (const { rule, outcome } of said.assessment?.findings ?? []) {
      const grave = outcome === 'wait' || outcome === 'refer';
      lines.push({ label: outcome, text: rule.advice, grave });
    }
  }
  for (const word of words) {
    lines.push({
      label: `Supervisor’s approval, ${names.staff(word.supervisorId)}`,
      text: word.reason,
      grave: true,
    });
  }
  return { title: 'Asked', lines };
}

function zoneSections(zone: ZoneReport, names: SheetNames, several: boolean): SheetSection[] {
  const area = names.area(zone.areaId);
  const title = (word: string) => (several ? `${word}: ${area}` : word);
  return [
    { title: title('Found'), lines: found(zone, area) },
    { title: title('Test spots'), lines: spots(zone, names) },
    { title: title('Checks done'), lines: ready(zone, names) },
    { title: title('Treated'), lines: treated(zone, names) },
    { title: title('The skin'), lines: skin(zone, names) },
    {
      title: title('Reactions later'),
      lines: zone.record.reactions.flatMap((each) => reactionLines(each, names)),
    },
  ];
}

function found({ record }: ZoneReport, area: string): SheetLine[] {
  const { findings, fading } = record;
  if (findings === null) return [];
  const { skin, areaCm2 } = findings;
  const hair =
    'hair' in findings
      ? `${figure(areaCm2)} cm², hair ${HAIR_COLOUR_WORDS[findings.hair.colour]}, ${CALIBRE_WORDS[findings.hair.calibre]}, ${DENSITY_WORDS[findings.hair.density]} density`
      : `${figure(areaCm2)} cm², ink ${findings.ink.colours.map(({ colour, share }) => `${INK_COLOUR_WORDS[colour]} ${figure(share * 100, 0)} %`).join(', ')}`;
  const lines = [
    { label: area, text: hair },
    { label: 'Skin', text: `type ${skinTypeText(skin.type)}, ${TAN_WORDS[skin.tan]}` },
    ...(melaninText(skin) === null ? [] : [{ label: 'Melanin', text: melaninText(skin)! }]),
  ];
  if (fading === null) return lines;
  const faded = fading.fades.map(
    ({ colour, faded: share }) => `${INK_COLOUR_WORDS[colour]} ${figure(share * 100, 0)} %`,
  );
  const label = `Faded, ${fading.how === 'eye' ? 'by eye' : 'from pictures'}`;
  return [...lines, { label, text: faded.join(', ') }];
}

function spots({ record }: ZoneReport, { timeZone }: SheetNames): SheetLine[] {
  return record.spots.map((spot) => {
    const read = spot.readings.map(
      ({ at, marks }) =>
        `${READING_WORDS[readingKind(spot.at, at)]}: ${marks.map((mark) => MARK_WORDS[mark]).join(', ')}`,
    );
    return {
      label: `${PLACE_WORDS[spot.place]}, ${clockText(spot.at, timeZone)}`,
      text: [`${settingText(spot.setting)}, ${spot.pulses} pulses`, ...read].join('; '),
      grave: spotAnswer(spot).adverse.length > 0,
    };
  });
}

function ready({ record, ticks: made }: ZoneReport, names: SheetNames): SheetLine[] {
  const several = new Set(made.map(({ wavelengthNm }) => wavelengthNm)).size > 1;
  const ticks = made.map(({ check, wavelengthNm, ...by }) => {
    const light = several && wavelengthNm !== null ? `, for ${nmText(wavelengthNm)}` : '';
    return { label: stamp(by, names), text: `${PLAIN_CHECK_WORDS[check]}${light}` };
  });
  const { numbing } = record;
  if (numbing === null) return ticks;
  const off = numbing.offAt === null ? 'still on' : clockText(numbing.offAt, names.timeZone);
  const text = `${figure(numbing.areaCm2)} cm², on ${clockText(numbing.onAt, names.timeZone)}, off ${off}`;
  return [...ticks, { label: 'Numbing cream', text }];
}

interface Timed {
  readonly at: string;
  readonly line: SheetLine;
}

const inTime = (list: readonly Timed[]): readonly SheetLine[] =>
  [...list].sort((one, other) => one.at.localeCompare(other.at)).map(({ line }) => line);

function treated(zone: ZoneReport, names: SheetNames): SheetLine[] {
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

/** Each light with its handpiece; where there were several settings, each with what it gave and how much it hurt. */
function withEach({ lights }: ZoneReport, names: SheetNames): SheetLine[] {
  return lights.map(({ plan, setting, pulses, energyJ, answer: { painMax } }) => {
    const { handpieceId, technique } = plan.setting;
    const own = `${names.handpiece(handpieceId)}, ${nmText(plan.wavelengthNm)}, ${TECHNIQUE_WORDS[technique]}`;
    const gave = `${figure(pulses, 0)} pulses, ${figure(energyJ, 0)} J`;
    const hurt = painMax === null ? '' : `, pain up to ${painMax}`;
    const all = `${own}, ${settingText(setting)}: ${gave}${hurt}`;
    return { label: 'With', text: lights.length === 1 ? own : all };
  });
}

function skin({ record, answer, pains }: ZoneReport, names: SheetNames): SheetLine[] {
  const seen = [...new Set(record.run.marks.map(({ mark }) => MARK_WORDS[mark]))];
  const lines: SheetLine[] = [];
  if (pains.length > 0) {
    const list = pains.map(({ score, minute }) => `${score} at ${figure(minute, 0)} min`);
    lines.push({ label: 'Pain, 0–10', text: list.join(', '), grave: (answer.painMax ?? 0) >= 7 });
  }
  if (seen.length > 0) lines.push({ label: 'While treating', text: seen.join(', ') });
  for (const look of record.looks) {
    const marks = look.marks.map((mark) => MARK_WORDS[mark]).join(', ');
    const cared = (look.cared ?? []).map((each) => CARED_WORDS[each]);
    const cooled = look.cooledMinutes === undefined ? '' : `cooled ${look.cooledMinutes} min`;
    lines.push({
      label: `${stamp(look, names)}, ${look.minutesAfter} min after`,
      text: [marks, GRADE_WORDS[look.grade], ...cared, cooled, look.note]
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
    const sum = [
      ENDPOINT_WORDS[answer.endpoint],
      ...answer.adverse.map((each) => ADVERSE_WORDS[each]),
    ];
    lines.push({ label: 'Assessment', text: sum.join(', '), grave: answer.adverse.length > 0 });
  }
  return lines;
}

function home({ sentHome, given }: VisitReport, names: SheetNames): SheetSection {
  if (sentHome === null) return { title: 'Sent home', lines: [] };
  const by = { print: 'on paper', pdf: 'as a file', message: 'as a message' } as const;
  return {
    title: 'Sent home',
    lines: [
      { label: stamp(sentHome, names), text: `Next visit ${dayText(sentHome.nextVisitOn)}` },
      ...given.map((each) => ({
        label: clockText(each.at, names.timeZone),
        text: `Advice given ${by[each.by]}`,
      })),
      ...sentHome.advice.map((advice) => ({
        label: ADVICE_PART_WORDS[advice.part ?? 'care'],
        text: adviceText(advice),
      })),
    ],
  };
}

function amendments({ amendments: list }: VisitReport, names: SheetNames): SheetSection {
  return {
    title: 'Added later',
    lines: list.map((each) => ({
      label: `${momentText(each.at, names.timeZone)}, ${names.staff(each.staffId)}`,
      text: `${each.text} (because: ${each.reason})`,
    })),
  };
}

function signed({ signatures, changedSinceSigned }: VisitReport, names: SheetNames): SheetSection {
  const lines = signatures.map((each): SheetLine => ({
    label: momentText(each.at, names.timeZone),
    text: `${names.staff(each.staffId)}${each.signature.kind === 'typed' ? `, typed: ${each.signature.name}` : ', drawn'}; of what then stood: ${each.digest.slice(0, 12)}…`,
  }));
  return {
    title: 'Signed',
    lines: changedSinceSigned
      ? [...lines, { label: 'Since then', text: 'Something was added after the last signature.' }]
      : lines,
  };
}

const stamp = (by: { readonly at: string; readonly staffId: string }, names: SheetNames): string =>
  names.sayWho === false
    ? clockText(by.at, names.timeZone)
    : `${clockText(by.at, names.timeZone)}, ${names.staff(by.staffId)}`;

/** The day of the visit and its hours, as the head of the record says them. */
export const visitDayText = (at: string, timeZone: string): string => dayText(dayOf(at, timeZone));

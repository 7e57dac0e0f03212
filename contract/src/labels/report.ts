import type { QuestionId } from '@tidy-quill/core/suitability';
import { type VisitReport, type ZoneReport } from '@tidy-quill/core/report';
import { readingKind, spotAnswer } from '@tidy-quill/core/spot';
import { defined } from '@tidy-quill/core/units';
import type { RecordOpened } from '../record';
import { areaText } from './area';
import {
  clockText,
  dayOf,
  dayText,
  figure,
  momentText,
  nmText,
  pulsesText,
  skinTypeText,
} from './format';
import { PLACE_WORDS, READING_WORDS } from './spot';
import { INK_COLOUR_WORDS, melaninText } from './look';
import { PLAIN_CHECK_WORDS } from './prepare';
import { QUESTION_WORDS } from './questions';
import { adviceText, settingText } from './settings';
import { skillsText } from './sign-offs';
import {
  ODD_CLOCK_WORDS,
  stamp,
  type SheetLine,
  type SheetNames,
  type SheetSection,
} from './report-lines';
import { reactionLines } from './report-reaction';
import { skin, treated } from './report-session';
import {
  ADVICE_PART_WORDS,
  CALIBRE_WORDS,
  DENSITY_WORDS,
  HAIR_COLOUR_WORDS,
  MARK_WORDS,
  TAN_WORDS,
} from './words';

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
    clocks(sheet, names),
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
    const medicines = said.medicines ?? [];
    if (medicines.length > 0) {
      const list = medicines.map(({ name }) => name).join(', ');
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
      text:
        word.kind === 'signOffAgreed'
          ? `${names.staff(word.staffId)} treats without a sign-off for ${skillsText(word.skills)}: ${word.reason}`
          : word.reason,
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
    ...(melaninText(skin) === null ? [] : [{ label: 'Melanin', text: defined(melaninText(skin)) }]),
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
      text: [`${settingText(spot.setting)}, ${pulsesText(spot.pulses)}`, ...read].join('; '),
      grave: spotAnswer(spot).adverse.length > 0,
    };
  });
}

function ready({ record, ticks: made }: ZoneReport, names: SheetNames): SheetLine[] {
  const several = new Set(made.map(({ wavelengthNm }) => wavelengthNm)).size > 1;
  const ticks = made.map(({ check, wavelengthNm, worn, ...by }) => {
    const light = several && wavelengthNm !== null ? `, for ${nmText(wavelengthNm)}` : '';
    const which =
      worn === undefined || worn.length === 0 ? '' : `: ${worn.map(({ name }) => name).join('; ')}`;
    return { label: stamp(by, names), text: `${PLAIN_CHECK_WORDS[check]}${light}${which}` };
  });
  const { numbing } = record;
  if (numbing === null) return ticks;
  const off = numbing.offAt === null ? 'still on' : clockText(numbing.offAt, names.timeZone);
  const text = `${figure(numbing.areaCm2)} cm², on ${clockText(numbing.onAt, names.timeZone)}, off ${off}`;
  return [...ticks, { label: 'Numbing cream', text }];
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

/** What was recorded by clocks that were off, presses that the record does not tell one by one among it. */
function clocks({ oddClocks }: VisitReport, { timeZone }: SheetNames): SheetSection {
  return {
    title: 'Clocks that were off',
    lines: oddClocks.map(({ at, receivedAt, clock }) => ({
      label: momentText(at, timeZone),
      text: `received ${momentText(receivedAt, timeZone)}, ${ODD_CLOCK_WORDS[clock]}`,
    })),
  };
}

/** The day of the visit and its hours, as the head of the record says them. */
export const visitDayText = (at: string, timeZone: string): string => dayText(dayOf(at, timeZone));

import type { TrialOpened } from '@tidy-quill/contract/trials';
import { TRIAL_SIDES, type FollowUpMonth } from '@tidy-quill/core/trial';
import { defined } from '@tidy-quill/core/units';
import Papa from 'papaparse';
import type { TrialKnown } from './shown';

/** What each column of the open data means: the same words in the CSV’s companion and in the JSON. */
const DATA_DICTIONARY = {
  participant: 'Client by order of coming in, P01 on; the clinic alone knows who it is',
  site: 'Site of the pair of areas',
  side: 'left or right',
  arm: 'Way of working drawn for this side: a or b; empty where it was not drawn',
  sequence: 'Sessions of this side in the trial, by day, from 1',
  daysSinceFirst: 'Days since the first session of this client in the trial',
  handpiece: 'Device by the clinic’s own id',
  technique: 'Technique with most pulses',
  fluenceJcm2: 'Fluence at the end of the session, J/cm²',
  pulseMs: 'Pulse duration, ms',
  spotMm: 'Longest side of the spot, mm',
  painMax: 'Highest pain, 0–10; empty where it was not asked',
  minutes: 'From start to end of the treatment of this side, min',
  endpoint: 'Endpoint: notRead, none, faint, right, strong',
  harm: 'Whether anything counted as harm, in the room or later: 1 or 0',
  count0: 'Hair before the first session, per cm²',
  count1: 'Hair at the follow-up after 1 month, per cm²',
  count6: 'Hair at the follow-up after 6 months, per cm²',
  count12: 'Hair at the follow-up after 12 months, per cm²',
  deviations: 'Deviations recorded for this side',
  leftTrial: 'Why the client left the trial; empty where they did not',
} as const;

type DataRow = Readonly<Record<keyof typeof DATA_DICTIONARY, string | number | null>>;

const DAY_MS = 86_400_000;

/** One row for each session of each side, or one without a session; persons by code alone, days counted from their first. */
const openRows = ({ known }: TrialKnown): readonly DataRow[] =>
  known.flatMap(({ participant, facts, counts }) => {
    const { code, site, drawn, areas, deviations, left } = participant;
    const first = facts[0]?.treatedOn;
    return TRIAL_SIDES.flatMap((side): readonly DataRow[] => {
      const countAt = (month: 0 | FollowUpMonth) =>
        counts.findLast((count) => count.side === side && count.month === month)?.perCm2 ?? null;
      const about = {
        ...{ participant: code, site, side, arm: drawn?.[side] ?? null },
        ...{ count0: countAt(0), count1: countAt(1), count6: countAt(6), count12: countAt(12) },
        deviations: deviations.filter((each) => each.side === side).length,
        leftTrial: left?.reason ?? null,
      };
      const sessions = facts.filter(({ areaId }) => areaId === areas[side]);
      const none = {
        ...{ sequence: null, daysSinceFirst: null, handpiece: null, technique: null },
        ...{ fluenceJcm2: null, pulseMs: null, spotMm: null, painMax: null },
        ...{ minutes: null, endpoint: null, harm: null },
      };
      if (sessions.length === 0) return [{ ...about, ...none }];
      return sessions.map((row, index) => ({
        ...about,
        ...{ sequence: index + 1, handpiece: row.handpieceId, technique: row.technique },
        daysSinceFirst: (Date.parse(row.treatedOn) - Date.parse(defined(first))) / DAY_MS,
        ...{ fluenceJcm2: row.endJcm2, pulseMs: row.pulseMs, spotMm: row.spotMm },
        ...{ painMax: row.painMax, minutes: row.treatMinutes, endpoint: row.endpoint },
        harm: Number(row.adverse),
      }));
    });
  });

const COLUMNS = Object.keys(DATA_DICTIONARY) as (keyof typeof DATA_DICTIONARY)[];

/** The open data as CSV, its columns in the order of the dictionary. */
export const openCsv = (known: TrialKnown): string =>
  `${Papa.unparse({ fields: COLUMNS, data: openRows(known).map((row) => COLUMNS.map((column) => row[column])) }, { escapeFormulae: true })}\r\n`;

/** The open data as JSON: design, dictionary, rows and, once it is closed, the seed. */
export const openJson = (known: TrialKnown, { design, state, fixed, closed }: TrialOpened) => ({
  format: 'tidy-quill-trial',
  version: 1,
  ...{ state, design },
  fixedAt: fixed?.at ?? null,
  seedSha256: fixed?.seedHash ?? null,
  seed: closed?.seed ?? null,
  dictionary: DATA_DICTIONARY,
  rows: openRows(known),
});

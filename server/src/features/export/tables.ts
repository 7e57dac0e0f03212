import type { ClientRecord } from './store';
import {
  ADVERSE_WORDS,
  areaText,
  ENDPOINT_WORDS,
  spotText,
} from '@tidy-quill/contract/words/index';
import { sessionSheet } from '@tidy-quill/core/record';
import Papa from 'papaparse';

/** One line a session and zone: what was used, how much, what the skin answered. SI-derived units in the heads. */
export function sessionsCsv({ visits, areas, handpieceNames, staffNames }: ClientRecord): string {
  const areaOf = new Map(areas.map((area) => [area.id, area] as const));
  const rows = visits.flatMap(({ visit, events }) =>
    sessionSheet(events, visit.areaId).zones.map((zone) => {
      const { record, answer } = zone;
      const { setting } = record.run;
      const area = areaOf.get(zone.areaId);
      return {
        visitId: visit.id,
        startsAt: visit.startsAt,
        staff: staffNames[visit.staffId] ?? '',
        area: area === undefined ? zone.areaId : areaText(area),
        job: area?.job ?? '',
        areaCm2: record.findings?.areaCm2 ?? '',
        skinType: record.findings?.skin.type ?? '',
        handpiece: setting === null ? '' : (handpieceNames[setting.handpieceId] ?? ''),
        wavelengthNm: record.plan?.wavelengthNm ?? '',
        technique: setting?.technique ?? '',
        fluenceJcm2: setting?.fluenceJcm2 ?? '',
        pulseMs: setting?.pulseMs ?? '',
        spot: setting === null ? '' : spotText(setting.spot).replaceAll('\u00a0', ' '),
        rateHz: setting?.rateHz ?? '',
        pulses: zone.pulses,
        passes: zone.passes,
        energyJ: Math.round(zone.energyJ * 10) / 10,
        painMax: answer.painMax ?? '',
        endpoint: ENDPOINT_WORDS[answer.endpoint],
        adverse: answer.adverse.map((each) => ADVERSE_WORDS[each]).join('; '),
        nextVisitOn: record.sentHome?.nextVisitOn ?? '',
      };
    }),
  );
  // A cell that a spreadsheet would take for a formula is escaped.
  return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true, columns: [...COLUMNS] });
}

const COLUMNS = [
  ...['visitId', 'startsAt', 'staff', 'area', 'job', 'areaCm2', 'skinType', 'handpiece'],
  ...['wavelengthNm', 'technique', 'fluenceJcm2', 'pulseMs', 'spot', 'rateHz', 'pulses', 'passes'],
  ...['energyJ', 'painMax', 'endpoint', 'adverse', 'nextVisitOn'],
] as const;

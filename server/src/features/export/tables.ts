import type { ClientRecord } from './store';
import {
  ADVERSE_WORDS,
  areaText,
  ENDPOINT_WORDS,
  spotText,
} from '@tidy-quill/contract/labels/index';
import { visitReport } from '@tidy-quill/core/report';
import { dialledJcm2 } from '@tidy-quill/core/plan';
import Papa from 'papaparse';

/** One line a session, zone and light: what was used, how much, what the skin answered. SI-derived units in the heads. */
export function sessionsCsv({ visits, areas, handpieceNames, staffNames }: ClientRecord): string {
  const areaOf = new Map(areas.map((area) => [area.id, area] as const));
  const rows = visits.flatMap(({ visit, events }) =>
    visitReport(events, visit.areaId).zones.flatMap((zone) => {
      const { record, lights } = zone;
      const area = areaOf.get(zone.areaId);
      const visited = {
        visitId: visit.id,
        startsAt: visit.startsAt,
        staff: staffNames[visit.staffId] ?? '',
        area: area === undefined ? zone.areaId : areaText(area),
        job: area?.job ?? '',
        areaCm2: record.findings?.areaCm2 ?? '',
        skinType: record.findings?.skin.type ?? '',
        nextVisitOn: record.sentHome?.nextVisitOn ?? '',
      };
      const fired = lights.map(({ plan, setting, pulses, energyJ, answer }) => ({
        ...visited,
        handpiece: handpieceNames[setting.handpieceId] ?? '',
        wavelengthNm: plan.wavelengthNm,
        technique: setting.technique,
        fluenceJcm2: setting.fluenceJcm2,
        consoleFluenceJcm2: dialledJcm2(setting),
        pulseMs: setting.pulseMs,
        spot: spotText(setting.spot).replaceAll('\u00a0', ' '),
        rateHz: setting.rateHz,
        pulses,
        energyJ: Math.round(energyJ * 10) / 10,
        painMax: answer.painMax ?? '',
        endpoint: ENDPOINT_WORDS[answer.endpoint],
        adverse: answer.adverse.map((each) => ADVERSE_WORDS[each]).join('; '),
      }));
      return fired.length === 0 ? [{ ...visited, pulses: 0 }] : fired;
    }),
  );
  // A cell that a spreadsheet would take for a formula is escaped.
  return Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true, columns: [...COLUMNS] });
}

const COLUMNS = [
  ...['visitId', 'startsAt', 'staff', 'area', 'job', 'areaCm2', 'skinType', 'handpiece'],
  ...['wavelengthNm', 'technique', 'fluenceJcm2', 'pulseMs', 'spot', 'rateHz', 'pulses'],
  ...['energyJ', 'painMax', 'endpoint', 'adverse', 'nextVisitOn', 'consoleFluenceJcm2'],
] as const;

import type { Area, ClientVisit } from '@tidy-quill/contract/clients';
import { Checkbox, Select } from 'antd';
import { areaText } from '../../text';

/** Which visits of a client are shown. */
export interface Shown {
  /** Null for every area. */
  readonly areaId: string | null;
  readonly reactedOnly: boolean;
  readonly lastYearOnly: boolean;
}

export const ALL: Shown = { areaId: null, reactedOnly: false, lastYearOnly: false };

const YEAR_MS = 365 * 86_400_000;

/** Whether a visit is among those that are shown. */
export function isShown(
  { startsAt, answer, openReactions }: ClientVisit,
  { reactedOnly, lastYearOnly }: Shown,
): boolean {
  if (reactedOnly && answer.adverse.length === 0 && openReactions === 0) return false;
  return !lastYearOnly || Date.parse(startsAt) > Date.now() - YEAR_MS;
}

/** One area or all, reactions alone, the last year alone. */
export function VisitFilter({
  areas,
  shown,
  onShown,
}: {
  areas: readonly Area[];
  shown: Shown;
  onShown: (shown: Shown) => void;
}) {
  return (
    <div className="visit-filter no-print" role="group" aria-label="Which visits are shown">
      <Select
        aria-label="Area"
        value={shown.areaId ?? ''}
        options={[
          { value: '', label: 'every area' },
          ...areas.map((area) => ({ value: area.id, label: areaText(area) })),
        ]}
        onChange={(id) => onShown({ ...shown, areaId: id === '' ? null : id })}
      />
      <Checkbox
        checked={shown.reactedOnly}
        onChange={({ target }) => onShown({ ...shown, reactedOnly: target.checked })}
      >
        reactions only
      </Checkbox>
      <Checkbox
        checked={shown.lastYearOnly}
        onChange={({ target }) => onShown({ ...shown, lastYearOnly: target.checked })}
      >
        last 12 months
      </Checkbox>
    </div>
  );
}

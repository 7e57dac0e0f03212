import './clients.css';
import type { Area } from '@tidy-quill/contract/clients';
import { Checkbox, Select } from 'antd';
import { areaText } from '../../text';
import type { Shown } from './shown-visits';

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

import { INK_TABLE } from '@tidy-quill/contract/catalogue-table';
import { STANDARD_INK_PROTOCOL } from '@tidy-quill/core/ink';
import type { Protocol } from '@tidy-quill/core/plan';
import { Checkbox, InputNumber } from 'antd';
import { Field } from '../../widgets/Field';
import { RecordTable } from './RecordTable';

const SHOWN = ['id', 'pulseClass', 'spotMm', 'fluenceLowJcm2', 'fluenceHighJcm2'];

/** The protocol's part for ink: its ranges, whether a second pass is allowed, and how many lights a visit takes. */
export function InkProtocolPart({
  protocol,
  editable,
  onChange,
}: {
  protocol: Protocol;
  editable: boolean;
  onChange: (protocol: Protocol) => void;
}) {
  const ink = protocol.ink ?? STANDARD_INK_PROTOCOL;
  const put = (more: Partial<typeof ink>) => onChange({ ...protocol, ink: { ...ink, ...more } });
  return (
    <section>
      <h2>Ink</h2>
      {protocol.ink === undefined ? (
        <p className="quiet">As it ships, until a version of this clinic says otherwise.</p>
      ) : null}
      <RecordTable
        name="ink"
        table={INK_TABLE}
        shown={SHOWN}
        records={ink.rows}
        editable={editable}
        onChange={(rows) => put({ rows })}
      />
      <Checkbox
        checked={ink.secondPass}
        disabled={!editable}
        onChange={({ target }) => put({ secondPass: target.checked })}
      >
        A second pass is allowed once the whitening has gone, after 20 minutes
      </Checkbox>
      <Field label="Wavelengths in one visit at most">
        {(field) => (
          <InputNumber
            {...field}
            min={1}
            max={5}
            precision={0}
            disabled={!editable}
            value={ink.wavelengthsAVisit}
            onChange={(value) => put({ wavelengthsAVisit: value ?? ink.wavelengthsAVisit })}
          />
        )}
      </Field>
    </section>
  );
}

import { READ_BACK, type ConsoleSetting, type ReadBackField } from '@tidy-quill/core/prepare';
import { isSwapping } from '@tidy-quill/core/session';
import { lineNm, type Light } from '@tidy-quill/core/window';
import { InputNumber } from 'antd';
import { useState } from 'react';
import { useSignedIn } from '../../app/clinic-context';
import {
  addedCoolingText,
  clockText,
  figure,
  lightText,
  pulseText,
  READ_BACK_WORDS,
  spotText,
} from '../../text';
import { Field } from '../../widgets/Field';
import { KeyButton } from '../../widgets/KeyButton';
import { Notice } from '../../widgets/Notice';
import { useConsole } from '../console/room-console';
import { useVisit } from '../visit/use-visit';

type Typed = Exclude<ReadBackField, 'spot'>;

const TYPED: readonly (readonly [Typed, unit: string, most: number])[] = [
  ['wavelengthNm', 'nm', 1200],
  ['fluenceJcm2', 'J/cm²', 500],
  ['pulseMs', 'ms', 1000],
  ['rateHz', 'Hz', 20],
];

/** The planned settings beside what the console shows; a press where all agree, figures where one does not. */
export function ReadBack({
  planned,
  differing,
}: {
  planned: ConsoleSetting;
  differing: readonly ReadBackField[] | null;
}) {
  const { record, add } = useVisit('record', 'add');
  const { clinic } = useSignedIn();
  const [typing, setTyping] = useState<ConsoleSetting | null>(null);
  const begun = record.run.startedAt !== null && !isSwapping(record);
  const { shown } = record;
  const light = record.plan?.light ?? planned;
  const added = addedCoolingText((record.run.setting ?? record.plan?.setting)?.added);
  const live = useConsole();
  const told =
    live?.link === 'up' && live.status?.state !== 'off' ? live.status?.setting : undefined;
  const read = (what: ConsoleSetting, by: 'eye' | 'console' = 'eye') => {
    setTyping(null);
    void add({ kind: 'settingsRead', by, shown: what });
  };
  return (
    <section className="read-back">
      <h2>Settings, read aloud from the console</h2>
      <table className="data-table is-still">
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Setting</span>
            </th>
            <th scope="col">Planned</th>
            <th scope="col">Console</th>
          </tr>
        </thead>
        <tbody>
          {READ_BACK.map((field) => {
            const wrong = differing?.includes(field) === true;
            return (
              <tr key={field}>
                <th scope="row">{READ_BACK_WORDS[field]}</th>
                <td className="figures">{valueText(planned, field, light)}</td>
                <td className={`figures ${wrong ? 'is-wrong' : ''}`}>
                  {shown === null
                    ? '–'
                    : valueText(shown.shown, field, wrong ? shown.shown : light)}
                  {shown === null ? null : wrong ? ' ≠' : ' ✓'}
                </td>
              </tr>
            );
          })}
          {added === '' ? null : (
            <tr>
              <th scope="row">added cooling</th>
              <td colSpan={2}>{added}</td>
            </tr>
          )}
        </tbody>
      </table>
      {shown === null ? null : (
        <p className="small">
          Read {clockText(shown.at, clinic.timeZone)},{' '}
          {shown.by === 'console' ? 'by the console itself' : 'by eye'}.
        </p>
      )}
      {differing !== null && differing.length > 0 ? (
        <Notice kind="stop" title="The console does not agree with the plan">
          <p>
            {differing.map((field) => READ_BACK_WORDS[field]).join(', ')}: put the console right and
            read it again, or change the plan.
          </p>
        </Notice>
      ) : null}
      {live !== undefined && told === undefined ? (
        <p className="field-error">
          {live.link === 'up'
            ? 'The console is off: switch it on before anything is confirmed.'
            : live.link === 'opening'
              ? 'Looking for the console…'
              : 'No link to the console: type what its own display shows, or restore the link.'}
        </p>
      ) : null}
      {typing === null ? (
        <div className="pair">
          {told === undefined ? (
            <KeyButton
              letter="r"
              disabled={begun || live !== undefined}
              onPress={() => read(planned)}
            >
              All as planned
            </KeyButton>
          ) : (
            <KeyButton letter="r" disabled={begun} onPress={() => read(told, 'console')}>
              Read from the console
            </KeyButton>
          )}
          <KeyButton letter="o" disabled={begun} onPress={() => setTyping(planned)}>
            Something differs
          </KeyButton>
        </div>
      ) : (
        <div className="read-typed">
          {TYPED.map(([field, unit, most]) => (
            <Field key={field} label={`Console ${READ_BACK_WORDS[field]}`}>
              {(own) => (
                <InputNumber
                  {...own}
                  suffix={unit}
                  min={0}
                  max={most}
                  value={typing[field]}
                  onChange={(value) => setTyping({ ...typing, [field]: value ?? 0 })}
                />
              )}
            </Field>
          ))}
          <KeyButton letter="Enter" shown="Enter" onPress={() => read(typing)}>
            Save what it shows
          </KeyButton>
        </div>
      )}
    </section>
  );
}

/** What a field shows; of a filtered band, which no one wavelength names, only that it is the planned one. */
function valueText(of: ConsoleSetting, field: ReadBackField, light: Light): string {
  switch (field) {
    case 'wavelengthNm':
      return lightText(lineNm(light) === null ? light : of);
    case 'fluenceJcm2':
      return `${figure(of.fluenceJcm2, 2)} J/cm²`;
    case 'pulseMs':
      return pulseText(of.pulseMs);
    case 'spot':
      return spotText(of.spot);
    case 'rateHz':
      return `${figure(of.rateHz)} Hz`;
  }
}

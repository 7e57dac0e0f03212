import type { Alternative, Alternatives, Handpiece, Setting } from '@tidy-quill/core/plan';
import { Button } from 'antd';
import { addedCoolingText, ALTERNATIVE_WORDS, coolingText, figure, fluenceText } from '../../text';

/** After a session that was too much: less fluence, a longer pulse or more cooling, and which the model prefers. */
export function AlternativeChoice({
  alternatives,
  handpiece,
  onChange,
}: {
  alternatives: Alternatives;
  handpiece: Handpiece;
  onChange: (setting: Setting) => void;
}) {
  if (alternatives.options.length === 0) return null;
  const { before, options, preferred } = alternatives;
  return (
    <section className="alternatives">
      <h2>Ways to ease it</h2>
      <p className="small">
        {before === null
          ? 'The model is silent here, so only less fluence can be worked out.'
          : `Last time’s setting is ${percent(before)} of today’s skin ceiling. Each of these takes a tenth of that away at least; the model prefers ${preferred === null ? 'none' : ALTERNATIVE_WORDS[preferred]}, which leaves the hair most.`}
      </p>
      <ul>
        {options.map((alternative) => (
          <li key={alternative.kind}>
            <span>
              <strong>{ALTERNATIVE_WORDS[alternative.kind]}</strong>
              {alternative.kind === preferred ? ' (preferred)' : ''}:{' '}
              <span className="figures">{said(alternative, handpiece)}</span>
              <span className="quiet-inline">{weighed(alternative)}</span>
            </span>
            <Button onClick={() => onChange(alternative.setting)}>Use it</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const percent = (share: number) => `${figure(share * 100, 0)} %`;

function said({ kind, setting }: Alternative, handpiece: Handpiece): string {
  const fluence = `${fluenceText(setting)}`;
  if (kind === 'fluence') return fluence;
  if (kind === 'pulse') return `${figure(setting.pulseMs, 2)} ms at ${fluence}`;
  const cooling = [
    coolingText(setting.cooling ?? handpiece.cooling),
    addedCoolingText(setting.added),
  ];
  return `${cooling.filter((each) => each !== '').join(', ')} at ${fluence}`;
}

function weighed({ load, reach }: Alternative): string {
  if (load === null) return '';
  const hair = reach === null ? 'no floor for this hair' : `× ${figure(reach, 2)} of floor`;
  return `, ${percent(load)} of the ceiling, ${hair}`;
}

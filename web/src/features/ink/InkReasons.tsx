import { confinement, PARTICLES_UM, type InkEvaluation, type InkStep } from '@tidy-quill/core/ink';
import { defined } from '@tidy-quill/core/units';
import {
  figure,
  INK_REFUSAL_WORDS,
  inkStartText,
  pulsesText,
  pulseText,
  RISK_LEVEL_WORDS,
  RISK_RELIEF_WORDS,
  RISK_TERM_WORDS,
} from '../../text';

/** Why the fluence begins where it does, the ladder, the risk of a blister, the edge, and what the pulse keeps. */
export function InkReasons({ evaluation, step }: { evaluation: InkEvaluation; step: InkStep }) {
  const { start, ladder, risk, edge, ruptures, work, refusals, setting } = evaluation;
  const kept = PARTICLES_UM.map((size) => confinement(setting.pulseMs * 1e6, size));
  const heat = kept.filter(({ heatKept }) => heatKept);
  const pressure = kept.filter(({ pressureKept }) => pressureKept);
  return (
    <section className="ink-reasons">
      {refusals.map((why) => (
        <p key={why} className="refusal" role="alert">
          Not this way: {INK_REFUSAL_WORDS[why]}.
        </p>
      ))}
      {start === null ? null : (
        <p>
          <strong>Why {figure(start.fluenceJcm2, 2)}.</strong> {inkStartText(start)}.
        </p>
      )}
      {ladder.length === 0 ? null : (
        <p>
          <strong>Test spots.</strong>{' '}
          <span className="figures">{ladder.map((rung) => figure(rung, 2)).join(' · ')}</span>{' '}
          J/cm²;
          {step.colours.includes('red') ? ' in red a faint shade is enough;' : ''} an even whitening
          that fades in about 20 minutes is right. It is not yet the ink going.
        </p>
      )}
      <p>
        <strong>Work.</strong> {pulsesText(work.pulses)}, about {Math.ceil(work.minutes)} min, one
        even coat.
      </p>
      <p>
        <strong>Blisters: {RISK_LEVEL_WORDS[risk.level]}.</strong>{' '}
        {risk.terms.length === 0
          ? 'Nothing here makes them likelier.'
          : `Likelier by ${risk.terms.map((term) => RISK_TERM_WORDS[term]).join(', ')}.`}
        {risk.reliefs.length === 0
          ? ''
          : ` Less likely with: ${risk.reliefs.map((relief) => RISK_RELIEF_WORDS[relief]).join('; ')}.`}
      </p>
      {edge === null ? null : (
        <p>
          <strong>Edge.</strong> Around the smallest part the beam meets up to{' '}
          {figure(edge.bareCm2, 1)} cm² of bare skin, {figure(edge.share * 100, 0)} % of all it
          meets: small welts there are common.
        </p>
      )}
      <p>
        <strong>Epidermis.</strong> {figure(ruptures, 1)} × the fluence at which pigment of this
        skin bursts (animal data, 1989): the higher, the likelier is paler skin.
      </p>
      <p className="small">
        {pulseText(setting.pulseMs)} keeps heat in particles{' '}
        {heat.length === 0
          ? 'of no size here'
          : `from ${figure(defined(heat[0]).particleUm, 2)} µm`}{' '}
        and pressure in{' '}
        {pressure.length === 0
          ? 'none of them'
          : `those from ${figure(defined(pressure[0]).particleUm, 2)} µm`}
        : that is what tells picoseconds from nanoseconds. There is no model of ink that limits the
        fluence; protocol, console and this tattoo’s responses so far do.
      </p>
    </section>
  );
}

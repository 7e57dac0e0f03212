import type { InkPart } from '@tidy-quill/core/look';
import { evaluateInk, proposeInk, type InkStep } from '@tidy-quill/core/ink';
import { asksForWord, type Setting } from '@tidy-quill/core/plan';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import './ink.css';
import { problemText } from '../../app/api';
import { useAcceptPlanMutation } from '../../app/visit-api';
import { useDraft } from '../../app/draft';
import { figure, INK_COLOUR_WORDS, INK_REFUSAL_WORDS, nmText, ORDER_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useOnce } from '../../widgets/use-once';
import { CAUTION_SHORT } from '../auth/caution';
import { Stale } from '../plan/Stale';
import { StageFoot } from '../visit/StageFoot';
import { SupervisorWord } from '../visit/SupervisorWord';
import { useVisit } from '../visit/use-visit';
import { InkMatrix } from './InkMatrix';
import { InkReasons } from './InkReasons';
import { InkSteppers } from './InkSteppers';
import { Sessions } from './Sessions';
import { useInk, type InkPlanning } from './use-ink';
import { nowText } from '../../visit-engine/clock';

/** Ink: what each light would do, today's order of wavelengths, and the setting of the one that is chosen. */
export function InkPlanStage() {
  const planning = useInk()!;
  const { steps, untreated } = planning.order;
  return (
    <>
      <Stale />
      {planning.ways.some(({ light }) => light !== null) ? <InkMatrix planning={planning} /> : null}
      {untreated.length === 0 ? null : (
        <Notice kind="care" title="Nothing here treats these colours">
          <p>
            {untreated.map((colour) => INK_COLOUR_WORDS[colour]).join(', ')}. Say so before the
            course begins; do not sell it.
          </p>
        </Notice>
      )}
      {steps.length === 0 ? <NoLight planning={planning} /> : <Planning planning={planning} />}
    </>
  );
}

/** Where nothing may be fired: why, and whether a supervisor's approval would change it. */
function NoLight({ planning: { ways, of } }: { planning: InkPlanning }) {
  const [asking, setAsking] = useState(false);
  const why = [...new Set(ways.flatMap(({ light, refusals }) => (light === null ? [] : refusals)))];
  const word = !of.agreed && (why.includes('darkSkin') || why.includes('mayDarken'));
  return (
    <>
      <Notice kind="stop" title="No light here may be used on this ink">
        {why.length > 0 ? null : (
          <p>
            {ways.length === 0
              ? 'Every part of the design is kept: mark under Look what is to go.'
              : 'No handpiece for ink is in service: nanoseconds or picoseconds, under Devices.'}
          </p>
        )}
        <ul>
          {why.map((each) => (
            <li key={each}>{INK_REFUSAL_WORDS[each]}</li>
          ))}
        </ul>
      </Notice>
      <StageFoot action="Supervisor’s approval…" disabled={!word} onAction={() => setAsking(true)}>
        {word ? 'With it, one test spot may be tried, the warning given in writing.' : ''}
        {asking ? <SupervisorWord about="reaction" onClose={() => setAsking(false)} /> : null}
      </StageFoot>
    </>
  );
}

function Planning({ planning }: { planning: InkPlanning }) {
  const { of, order } = planning;
  const { record, visit, area, history, catalogue, pathOf } = useVisit(
    'record',
    'visit',
    'area',
    'history',
    'catalogue',
    'pathOf',
  );
  const navigate = useNavigate();
  const { pace } = catalogue.protocol;
  const wordNeeded = asksForWord(history) && record.agreed === null;
  const [asking, setAsking] = useState(false);
  const planned = record.plan?.setting.handpieceId;
  const [chosen, setChosen] = useState(
    () => order.steps.find(({ handpieceId }) => handpieceId === planned) ?? order.steps[0]!,
  );
  const proposal = useMemo(() => proposeInk(of, chosen, pace), [of, chosen, pace]);
  const own = record.plan?.setting.handpieceId === chosen.handpieceId ? record.plan.setting : null;
  const [setting, setSetting, clearDraft] = useDraft<Setting | null>(
    `ink ${visit.id} ${area.id} ${chosen.handpieceId}`,
    null,
  );
  const used = setting ?? own ?? proposal?.setting ?? null;
  const evaluation = useMemo(
    () => (used === null ? null : evaluateInk(of, chosen, used, pace)),
    [of, chosen, used, pace],
  );
  const [accept, { error }] = useAcceptPlanMutation();
  const handpiece = of.handpieces.find(({ id }) => id === chosen.handpieceId)!;
  const keep = async () => {
    const result = await accept({
      visitId: visit.id,
      areaId: area.id,
      id: v7(),
      at: nowText(),
      setting: used as Parameters<typeof accept>[0]['setting'],
      colours: [...chosen.colours],
    });
    if (result.error !== undefined) return;
    clearDraft();
    void navigate(pathOf('prepare'));
  };
  const [busy, onAccept] = useOnce(keep);
  const usable = evaluation !== null && evaluation.refusals.length === 0;
  return (
    <>
      <OrderList
        steps={order.steps}
        parts={of.subject.ink.parts ?? []}
        chosen={chosen}
        onChoose={setChosen}
      />
      <div className="ink-plan">
        <div>
          {evaluation === null ? (
            <Notice kind="stop" title="No setting is left within the limits">
              <p>Choose another light, or ask the supervisor.</p>
            </Notice>
          ) : (
            <InkReasons evaluation={evaluation} step={chosen} />
          )}
          <Sessions of={of} untreated={order.untreated} />
        </div>
        {evaluation === null || used === null ? null : (
          <InkSteppers
            handpiece={handpiece}
            setting={used}
            evaluation={evaluation}
            onChange={setSetting}
          />
        )}
      </div>
      <StageFoot
        action={
          wordNeeded
            ? 'Supervisor’s approval…'
            : used === null
              ? 'Accept'
              : `Accept ${figure(used.fluenceJcm2, 2)} J/cm²`
        }
        disabled={(!usable && !wordNeeded) || record.run.state === 'ended'}
        busy={busy}
        onAction={() => (wordNeeded ? setAsking(true) : onAccept())}
        above={error === undefined ? null : <p className="refusal">{problemText(error)}</p>}
      >
        {wordNeeded
          ? 'It reacted last time: the supervisor’s approval comes before anything is accepted.'
          : CAUTION_SHORT}
        {record.agreed === null ? null : ` Agreed by a supervisor: ${record.agreed.reason}`}
        {asking ? <SupervisorWord about="reaction" onClose={() => setAsking(false)} /> : null}
      </StageFoot>
    </>
  );
}

/** The wavelengths in their order, each with its colours and its visit; one is chosen to be planned. */
function OrderList({
  steps,
  parts,
  chosen,
  onChoose,
}: {
  steps: readonly InkStep[];
  /** The drawn design; empty where it was not drawn. */
  parts: readonly InkPart[];
  chosen: InkStep;
  onChoose: (step: InkStep) => void;
}) {
  return (
    <section aria-label="Order of wavelengths">
      <h2>In this order</h2>
      <ol className="ink-order">
        {steps.map((step) => (
          <li key={step.handpieceId}>
            <button
              type="button"
              aria-pressed={step.handpieceId === chosen.handpieceId}
              onClick={() => onChoose(step)}
            >
              <strong className="figures">{nmText(step.wavelengthNm)}</strong>{' '}
              {step.colours.map((colour) => INK_COLOUR_WORDS[colour]).join(', ')}
              {step.darkPartOf.length > 0
                ? `, and the dark part of ${step.darkPartOf.map((colour) => INK_COLOUR_WORDS[colour]).join(', ')}`
                : ''}
              {partsText(step, parts)}
              <span className="quiet">
                {step.visit === 0
                  ? 'today'
                  : step.visit === 1
                    ? 'next visit'
                    : `visit + ${step.visit}`}
                {': '}
                {step.because.map((why) => ORDER_WORDS[why]).join('; ')}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Which parts of the design a light is for, by their numbers. */
function partsText({ colours, darkPartOf }: InkStep, parts: readonly InkPart[]): string {
  const meant = [...colours, ...darkPartOf];
  const numbers = parts.flatMap(({ colour, leave }, index) =>
    meant.includes(colour) && !leave ? [index + 1] : [],
  );
  if (numbers.length === 0) return '';
  return numbers.length === 1 ? ` · part ${numbers[0]}` : ` · parts ${numbers.join(', ')}`;
}

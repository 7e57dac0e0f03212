import './ink.css';
import type { InkStep } from '@tidy-quill/core/ink';
import type { InkPart } from '@tidy-quill/core/look';
import { asksForWord, sameOutput, type Setting } from '@tidy-quill/core/plan';
import { DeviceNotice } from '../devices/DeviceNotice';
import { defined } from '@tidy-quill/core/units';
import { Skeleton } from 'antd';
import { useState } from 'react';
import { useDraft } from '../../app/draft';
import type { InkPlanningCase } from '../../planner/answers';
import { INK_COLOUR_WORDS, INK_REFUSAL_WORDS, nmText, ORDER_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { AcceptFoot } from '../plan/AcceptFoot';
import { Stale } from '../plan/Stale';
import { useView } from '../plan/use-planner';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { InkMatrix } from './InkMatrix';
import { InkReasons } from './InkReasons';
import { InkSteppers } from './InkSteppers';
import { Sessions } from './Sessions';
import { useInk, useInkCase, type InkPlanning } from './use-ink';
import { lazily } from '../../widgets/lazily';

const SupervisorWord = lazily(async () => (await import('../visit/SupervisorWord')).SupervisorWord);

/** Ink: what each light would do, today's order of wavelengths, and the setting of the one that is chosen. */
export function InkPlanStage() {
  const of = defined(useInkCase());
  const { planning, fault } = useInk(of);
  if (fault !== null) {
    return (
      <Notice kind="stop" title="This cannot be planned">
        <p>{fault}</p>
      </Notice>
    );
  }
  if (planning === null) return <Skeleton active paragraph={{ rows: 8 }} />;
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
      {steps.length === 0 ? (
        <NoLight planning={planning} />
      ) : (
        <Planning planning={planning} of={of} />
      )}
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

function Planning({ planning, of }: { planning: InkPlanning; of: InkPlanningCase }) {
  const { order } = planning;
  const { record, visit, area, history } = useVisit('record', 'visit', 'area', 'history');
  const planned = record.plan?.setting.handpieceId;
  const [chosenId, setChosenId] = useState(planned);
  const at = Math.max(
    0,
    order.steps.findIndex(({ handpieceId }) => handpieceId === chosenId),
  );
  const chosen = defined(order.steps[at]);
  const own = planned === chosen.handpieceId ? (record.plan?.setting ?? null) : null;
  const handpiece = defined(planning.of.handpieces.find(({ id }) => id === chosen.handpieceId));
  // What was measured since holds: an older setting gives way to what is proposed now.
  const asMeasured = (each: Setting | null) =>
    each !== null && sameOutput(each.output, handpiece.output) ? each : null;
  const [setting, setSetting, clearDraft] = useDraft<Setting | null>(
    `ink ${visit.id} ${area.id} ${chosen.handpieceId}`,
    null,
  );
  const used = asMeasured(setting) ?? asMeasured(own) ?? planning.proposals[at]?.setting ?? null;
  const { colours } = chosen;
  const { value, fault, ahead } = useView(
    of,
    used === null ? null : { setting: used, colours, whole: true },
  );
  const evaluation = used === null ? null : value.ink;
  const approvalFirst =
    asksForWord(history) && record.agreed === null
      ? 'It reacted last time: the supervisor’s approval comes before anything is accepted.'
      : null;
  return (
    <>
      <OrderList
        steps={order.steps}
        parts={planning.of.subject.ink.parts ?? []}
        chosen={chosen}
        onChoose={({ handpieceId }) => setChosenId(handpieceId)}
      />
      <div className="ink-plan">
        <div>
          {used === null ? (
            <Notice kind="stop" title="No setting is left within the limits">
              <p>Choose another light, or ask the supervisor.</p>
            </Notice>
          ) : evaluation === null ? null : (
            <InkReasons evaluation={evaluation} step={chosen} />
          )}
          {used === null ? null : <DeviceNotice setting={used} />}
          {fault === null ? null : <p className="refusal">{fault}</p>}
          <Sessions of={planning.of} untreated={order.untreated} />
        </div>
        {used === null ? null : (
          <InkSteppers
            handpiece={handpiece}
            setting={used}
            evaluation={evaluation}
            onChange={(next) => {
              ahead({ setting: next, colours, whole: true });
              setSetting(next);
            }}
          />
        )}
      </div>
      <AcceptFoot
        setting={used}
        colours={colours}
        usable={evaluation !== null && evaluation.refusals.length === 0}
        approvalFirst={approvalFirst}
        onAccepted={clearDraft}
      />
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

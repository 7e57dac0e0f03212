import {
  OUTCOME_WORDS,
  FOLLOW_UP_WORDS,
  SETTINGS_RULE_WORDS,
} from '@tidy-quill/contract/labels/trials';
import type { TrialOpened } from '@tidy-quill/contract/trials';
import type { Handpiece } from '@tidy-quill/core/plan';
import { SITE_IDS, SITES } from '@tidy-quill/core/sites';
import {
  checkDesign,
  FOLLOW_UP_MONTHS,
  OUTCOMES,
  SETTINGS_RULES,
  sizeFor,
  type TrialDesign,
} from '@tidy-quill/core/trial';
import { InputError } from '@tidy-quill/core/units';
import { Button, InputNumber, Select, Skeleton } from 'antd';
import { Input, TextArea } from '../../widgets/inputs';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { useDraft } from '../../app/draft';
import { problemText } from '../../app/api';
import { figure, SITE_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { ArmFields } from './ArmFields';
import { useDraftTrialMutation, useSetTrialMutation } from './trials-api';
import { usePower } from './use-power';

const PowerChart = lazy(() => import('./PowerChart'));

const EMPTY: TrialDesign = {
  ...{ title: '', question: '', settings: 'asPlanned', sites: [], visits: 3 },
  arms: {
    a: { name: '', handpieceId: null, technique: null },
    b: { name: '', handpieceId: null, technique: null },
  },
  ...{ outcome: 'hairLeft', decidedAt: 6, clients: 12, difference: 10, deviation: 12 },
  information:
    'Two ways of working that are both usual here are compared. One side of your body is treated one way and the other side the other way, on the same days; which side gets which is drawn by lot. Both sides are photographed and counted before, and one, six and twelve months after the last session. You may leave at any time without a reason and go on being treated.',
};

const UNIT = { hairLeft: '% of before', pain: 'of 10', minutes: 'min', harm: 'sessions' } as const;

/** The design of a trial: two ways, what decides, how many clients it needs, what they are told. */
export function DesignForm({
  handpieces,
  draft,
}: {
  handpieces: readonly Handpiece[];
  draft: TrialOpened | null;
}) {
  const navigate = useNavigate();
  const [id] = useState(() => draft?.id ?? v7());
  const [design, setDesign, clear] = useDraft<TrialDesign>(
    `trial ${draft?.id ?? 'new'}`,
    draft?.design ?? EMPTY,
  );
  const [add, added] = useDraftTrialMutation();
  const [change, changed] = useSetTrialMutation();
  const set = (part: Partial<TrialDesign>) => setDesign({ ...design, ...part });
  const problem = problemOf(design);
  const save = async () => {
    const result =
      draft === null
        ? await add({ id, design })
        : await change({ trialId: id, version: draft.version, design });
    if (result.error !== undefined) return;
    clear();
    await navigate(`/findings/trials/${id}`);
  };
  const error = added.error ?? changed.error;
  return (
    <div className="page trial-design">
      <header className="page-head">
        <div>
          <h1>{draft === null ? 'Design a trial' : `Change “${draft.design.title}”`}</h1>
          <p>
            It stays a draft until a supervisor fixes it. Then ways, outcome and size stand, and the
            sides are drawn from a seed that nobody sees before the end.
          </p>
        </div>
      </header>
      <Words design={design} onSet={set} />
      <div className="trial-arms">
        {(['a', 'b'] as const).map((arm) => (
          <ArmFields
            key={arm}
            title={`Way ${arm.toUpperCase()}`}
            rule={design.arms[arm]}
            handpieces={handpieces}
            onSet={(rule) => set({ arms: { ...design.arms, [arm]: rule } })}
          />
        ))}
      </div>
      <Choice
        label="Settings"
        words={
          Object.fromEntries(
            SETTINGS_RULES.map((rule) => [rule, SETTINGS_RULE_WORDS[rule]]),
          ) as typeof SETTINGS_RULE_WORDS
        }
        value={design.settings}
        onChange={(settings) => set({ settings })}
      />
      <Decided design={design} onSet={set} />
      <Size design={design} onSet={set} />
      <Field label="What clients read before they consent">
        {(field) => (
          <TextArea
            {...field}
            autoSize={{ minRows: 4 }}
            maxLength={4000}
            value={design.information}
            onChange={({ target }) => set({ information: target.value })}
          />
        )}
      </Field>
      <div className="page-foot">
        <Button
          type="primary"
          disabled={problem !== null}
          loading={added.isLoading || changed.isLoading}
          onClick={() => void save()}
        >
          Save the draft
        </Button>
        <Button onClick={() => void navigate(-1)}>Cancel</Button>
        <p aria-live="polite">{problem ?? ''}</p>
      </div>
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </div>
  );
}

interface Part {
  design: TrialDesign;
  onSet: (part: Partial<TrialDesign>) => void;
}

function Words({ design, onSet }: Part) {
  return (
    <div className="field-row">
      <Field label="Title">
        {(field) => (
          <Input
            {...field}
            maxLength={120}
            value={design.title}
            onChange={({ target }) => onSet({ title: target.value })}
          />
        )}
      </Field>
      <Field label="Question">
        {(field) => (
          <Input
            {...field}
            maxLength={300}
            value={design.question}
            onChange={({ target }) => onSet({ question: target.value })}
          />
        )}
      </Field>
    </div>
  );
}

function Decided({ design, onSet }: Part) {
  return (
    <div className="field-row">
      <Field label="Sites, a left and a right one each">
        {(field) => (
          <Select
            {...field}
            mode="multiple"
            showSearch={{ optionFilterProp: 'label' }}
            value={[...design.sites]}
            options={SITE_IDS.filter((site) => SITES[site].paired).map((site) => ({
              value: site,
              label: SITE_WORDS[site],
            }))}
            onChange={(sites) => onSet({ sites })}
          />
        )}
      </Field>
      <Field label="Visits of each client">
        {(field) => (
          <InputNumber
            {...field}
            min={1}
            max={12}
            precision={0}
            value={design.visits}
            onChange={(visits) => onSet({ visits: visits ?? 1 })}
          />
        )}
      </Field>
      <Field label="Decided by">
        {(field) => (
          <Select
            {...field}
            value={design.outcome}
            options={OUTCOMES.map((value) => ({ value, label: OUTCOME_WORDS[value] }))}
            onChange={(outcome) => onSet({ outcome })}
          />
        )}
      </Field>
      {design.outcome === 'hairLeft' ? (
        <Field label="Counted">
          {(field) => (
            <Select
              {...field}
              value={design.decidedAt}
              options={FOLLOW_UP_MONTHS.map((value) => ({ value, label: FOLLOW_UP_WORDS[value] }))}
              onChange={(decidedAt) => onSet({ decidedAt })}
            />
          )}
        </Field>
      ) : null}
    </div>
  );
}

function Size({ design, onSet }: Part) {
  const unit = UNIT[design.outcome];
  const { curve, done } = usePower(design.difference, design.deviation);
  const wanted = sizeFor(curve, 0.8);
  const number = (
    label: string,
    key: 'difference' | 'deviation' | 'clients',
    more: { min: number; max: number; precision?: number },
  ) => (
    <Field label={label}>
      {(field) => (
        <InputNumber
          {...field}
          {...more}
          value={design[key]}
          onChange={(value) => onSet({ [key]: value ?? 0 })}
        />
      )}
    </Field>
  );
  return (
    <section className="trial-size">
      <div>
        <h2>How many clients</h2>
        {number(`Difference that would matter, ${unit}`, 'difference', { min: -1000, max: 1000 })}
        {number(`Standard deviation of differences, ${unit}`, 'deviation', { min: 0.1, max: 1000 })}
        {number('Clients planned', 'clients', { min: 6, max: 200, precision: 0 })}
        <p aria-live="polite">
          {wanted === null
            ? done
              ? 'More than 40 clients for a power of 80 %: look for a larger difference, or a steadier measure.'
              : 'Simulating…'
            : `${wanted} clients find it four times in five (simulated, signed ranks, 5 %).`}
          {curve.length > 0 && design.clients > 0 ? ` ${nearText(curve, design.clients)}` : ''}
        </p>
      </div>
      <Suspense fallback={<Skeleton active />}>
        <PowerChart curve={curve} clients={design.clients} />
      </Suspense>
    </section>
  );
}

function nearText(curve: readonly { clients: number; power: number }[], clients: number): string {
  const near = curve.findLast((point) => point.clients <= clients);
  return near === undefined ? '' : `${clients} planned: about ${figure(near.power * 100, 0)} %.`;
}

function problemOf(design: TrialDesign): string | null {
  if (design.title.trim() === '') return 'It needs a title.';
  if (design.question.trim() === '') return 'It needs a question.';
  if (design.arms.a.name.trim() === '' || design.arms.b.name.trim() === '') {
    return 'Both ways need a name.';
  }
  if (design.information.trim() === '') return 'Clients need something to read.';
  try {
    checkDesign(design);
    return null;
  } catch (problem) {
    if (!(problem instanceof InputError)) throw problem;
    return `${PARTS[problem.field] ?? problem.field}: ${problem.problem}.`;
  }
}

const PARTS: Readonly<Record<string, string>> = {
  arms: 'The two ways',
  settings: 'Settings',
  sites: 'Sites',
  visits: 'Visits',
  clients: 'Clients',
  difference: 'The difference',
  deviation: 'The standard deviation',
};

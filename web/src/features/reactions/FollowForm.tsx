import './reactions.css';
import { triage, type ReactionSign, type Trend } from '@tidy-quill/core/reaction';
import {
  REACTION_STEPS,
  type RednessMeasured,
  type ReactionOutcome,
  type ReactionStep,
  type ReportedHow,
} from '@tidy-quill/core/events';
import { triageCase, type Reaction } from '@tidy-quill/core/session';
import { trendOfRedness } from '@tidy-quill/core/picture';
import { Button, InputNumber } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { useState } from 'react';
import { defined } from '@tidy-quill/core/units';
import { useDraft } from '../../app/draft';
import { rednessText } from '@tidy-quill/contract/labels/pictures';
import { CLOSED_WORDS, HOW_WORDS, STEP_DONE_WORDS, TREND_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { Ticks } from '../../widgets/Ticks';
import { lazily } from '../../widgets/lazily';
import { useNow } from '../../widgets/use-now';
import { useOnce } from '../../widgets/use-once';
import { PhotoField } from '../photos/PhotoField';
import { useVisit } from '../visit/use-visit';
import { SignsField } from './SignsField';
import { TriagePanel } from './TriagePanel';

const MeasureRedness = lazily(async () => (await import('./MeasureRedness')).MeasureRedness);

interface Draft {
  readonly how: ReportedHow;
  readonly trend: Trend | null;
  readonly signs: readonly ReactionSign[];
  readonly sizeCm: number | null;
  readonly did: readonly ReactionStep[];
  readonly photoIds: readonly string[];
  readonly redness?: RednessMeasured | null;
  readonly note: string;
  readonly outcome: ReactionOutcome | null;
}

/** One step more in following a reaction: how it goes, what was done; or how it ended. */
export function FollowForm({ reaction, onDone }: { reaction: Reaction; onDone: () => void }) {
  const { record, add } = useVisit('record', 'add');
  const now = useNow();
  const [draft, setDraft, clear] = useDraft<Draft>(`follow ${reaction.id}`, {
    how: 'phone',
    trend: null,
    signs: reaction.report.signs,
    sizeCm: reaction.report.sizeCm,
    did: [],
    photoIds: [],
    note: '',
    outcome: null,
  });
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const { how, trend, signs, sizeCm, did, photoIds, redness = null, note, outcome } = draft;
  const [measuring, setMeasuring] = useState(false);
  const before = lastRedness(reaction);
  const newest = photoIds.at(-1);
  const of =
    trend === null
      ? null
      : triageCase(
          record,
          { ...reaction.report, trend, signs, sizeCm },
          new Date(now).toISOString(),
        );
  const found = of === null ? null : triage(of);
  const reactionId = reaction.id;
  const keep = async () => {
    await add({
      kind: 'reactionFollowed',
      reactionId,
      how,
      trend: defined(trend),
      signs,
      sizeCm,
      triage: found,
      did,
      photoIds,
      ...(redness === null ? {} : { redness }),
      note,
      againAt: null,
    });
    clear();
    onDone();
  };
  const close = async () => {
    await add({ kind: 'reactionClosed', reactionId, outcome: defined(outcome), note });
    clear();
    onDone();
  };
  const [keeping, keepOnce] = useOnce(keep);
  const [closing, closeOnce] = useOnce(close);
  return (
    <div className="follow-form">
      <div className="reaction-form">
        <section>
          <Choice
            label="How do we know?"
            words={HOW_WORDS}
            value={how}
            onChange={(next) => change({ how: next })}
          />
          <Choice
            label="How does it go?"
            words={TREND_WORDS}
            value={trend}
            onChange={(next) => change({ trend: next })}
          />
          <Field label="Size now">
            {(field) => (
              <InputNumber
                {...field}
                suffix="cm"
                min={0.1}
                max={100}
                step={0.5}
                value={sizeCm}
                onChange={(next) => change({ sizeCm: next })}
              />
            )}
          </Field>
          <Ticks
            label="Done"
            values={REACTION_STEPS}
            words={STEP_DONE_WORDS}
            chosen={did}
            onChange={(next) => change({ did: next })}
          />
        </section>
        <section>
          <SignsField
            signs={signs}
            onSigns={(next) => {
              // What was not there before has made it worse, unless somebody says otherwise.
              const isNew = next.some((sign) => !reaction.report.signs.includes(sign));
              change({ signs: next, trend: trend ?? (isNew ? 'worse' : null) });
            }}
          />
          <PhotoField
            about="reaction"
            ids={photoIds}
            most={6}
            onIds={(next) => change({ photoIds: next, redness: null })}
          />
          {newest === undefined ? null : (
            <p className="small">
              <Button size="small" onClick={() => setMeasuring(true)}>
                Measure how red it is…
              </Button>{' '}
              {redness === null ? '' : rednessText(redness, before)}
            </p>
          )}
          {measuring && newest !== undefined ? (
            <MeasureRedness
              photoId={newest}
              sizeCm={sizeCm}
              onUse={(measured) => {
                setMeasuring(false);
                // What is measured proposes how it goes, where nobody has said.
                const proposed = before === null ? null : trendOfRedness(before, measured);
                change({ redness: measured, trend: trend ?? proposed });
              }}
              onClose={() => setMeasuring(false)}
            />
          ) : null}
          <Field label="Note">
            {(field) => (
              <TextArea
                {...field}
                rows={2}
                maxLength={1000}
                value={note}
                onChange={({ target }) => change({ note: target.value })}
              />
            )}
          </Field>
          <TriagePanel triage={found} />
        </section>
      </div>
      <Button type="primary" disabled={found === null} loading={keeping} onClick={keepOnce}>
        Save this step
      </Button>
      <div className="follow-actions">
        <Choice
          label="Or close it"
          words={CLOSED_WORDS}
          value={outcome}
          onChange={(next) => change({ outcome: next })}
        />
        <Button disabled={outcome === null} loading={closing} onClick={closeOnce}>
          Close the reaction
        </Button>
      </div>
    </div>
  );
}

/** How red it was when it was measured last; null where it never was. */
const lastRedness = ({ entries }: Reaction): RednessMeasured | null =>
  entries.flatMap(({ body }) => ('redness' in body ? (body.redness ?? []) : [])).at(-1) ?? null;

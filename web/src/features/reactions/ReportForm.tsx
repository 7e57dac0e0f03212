import './reactions.css';
import { triage, type ReactionReport } from '@tidy-quill/core/reaction';
import { lastFiredAt, onsetProblem, triageCase, type OnsetProblem } from '@tidy-quill/core/session';
import { type ReportedHow } from '@tidy-quill/core/events';
import type { DiaryWorry } from '@tidy-quill/contract/diary';
import { InputNumber } from 'antd';
import { TextArea } from '../../widgets/inputs';
import { defined } from '@tidy-quill/core/units';
import { api } from '../../app/api';
import { useAppDispatch } from '../../app/store';
import { useSignedIn } from '../../app/clinic-context';
import { useDraft } from '../../app/draft';
import {
  clockText,
  EXTENT_WORDS,
  HOW_WORDS,
  LEVEL_WORDS,
  onsetText,
  REACTION_WORDS,
  TREND_WORDS,
} from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { MomentInput } from '../../widgets/MomentInput';
import { PlaceSelect } from '../../widgets/PlaceSelect';
import { useNow } from '../../widgets/use-now';
import { useOnce } from '../../widgets/use-once';
import { PhotoField } from '../photos/PhotoField';
import { StageFoot } from '../visit/StageFoot';
import { useVisit } from '../visit/use-visit';
import { SignsField } from './SignsField';
import { TriagePanel } from './TriagePanel';

interface Draft extends Omit<ReactionReport, 'what' | 'onsetAt' | 'extent' | 'trend'> {
  readonly what: ReactionReport['what'] | null;
  readonly extent: ReactionReport['extent'] | null;
  readonly trend: ReactionReport['trend'] | null;
  readonly onsetAt: string | null;
  readonly how: ReportedHow;
  readonly photoIds: readonly string[];
  readonly note: string;
}

const NOTHING: Draft = {
  what: null,
  onsetAt: null,
  extent: null,
  sizeCm: null,
  place: null,
  trend: null,
  signs: [],
  how: 'phone',
  photoIds: [],
  note: '',
};

const MOST_PHOTOS = 6;

/** What the client wrote, to be asked further and completed. */
const draftOf = ({ report, entry }: DiaryWorry): Draft => ({
  ...NOTHING,
  ...report,
  how: 'message',
  photoIds: entry.photoIds,
  note: entry.note,
});

/** A reaction as it is told or seen; what it comes to is worked out while it is written. */
export function ReportForm({
  onDone,
  told = null,
}: {
  onDone: () => void;
  /** The entry of the client's diary that it is written from. */
  told?: DiaryWorry | null;
}) {
  const { record, visit, area, add } = useVisit('record', 'visit', 'area', 'add');
  const { timeZone } = useSignedIn().clinic;
  const now = useNow();
  const dispatch = useAppDispatch();
  const [draft, setDraft, clear] = useDraft<Draft>(
    `reaction ${visit.id} ${area.id} ${told?.entry.id ?? ''}`.trim(),
    told === null ? NOTHING : draftOf(told),
  );
  const change = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const treatedAt = lastFiredAt(record);
  const wrong =
    draft.onsetAt === null
      ? null
      : onsetProblem(record, draft.onsetAt, new Date(now).toISOString());
  const problem = wrong === null ? null : ONSET_WORDS[wrong];
  const report = reportOf(draft);
  const of = report === null ? null : triageCase(record, report, new Date(now).toISOString());
  const found = of === null || problem !== null ? null : triage(of);
  const keep = async () => {
    const { how, photoIds, note } = draft;
    await add({
      kind: 'reactionReported',
      how,
      report: defined(report),
      triage: found,
      photoIds,
      note,
      ...(told === null ? {} : { fromDiary: told.entry.id }),
    });
    void dispatch(api.util.invalidateTags(['today']));
    clear();
    onDone();
  };
  const [busy, keepOnce] = useOnce(keep);
  return (
    <>
      <div className="reaction-form">
        <section>
          <Choice
            label="What is it?"
            words={REACTION_WORDS}
            value={draft.what}
            onChange={(what) => change({ what })}
          />
          <Choice
            label="How do we know?"
            words={HOW_WORDS}
            value={draft.how}
            onChange={(how) => change({ how })}
          />
          <Field label="When did it begin?" problem={problem ?? undefined}>
            {(field) => (
              <MomentInput
                {...field}
                label="When did it begin?"
                timeZone={timeZone}
                now={new Date(now).toISOString()}
                value={draft.onsetAt}
                onChange={(onsetAt) => change({ onsetAt })}
              />
            )}
          </Field>
          {draft.onsetAt === null || treatedAt === null || problem !== null ? null : (
            <p className="small">
              {onsetText((Date.parse(draft.onsetAt) - Date.parse(treatedAt)) / 3_600_000)} the last
              pulse, which was at {clockText(treatedAt, timeZone)}.
            </p>
          )}
          <Choice
            label="How much of what was treated?"
            words={EXTENT_WORDS}
            value={draft.extent}
            onChange={(extent) => change({ extent })}
          />
          <Choice
            label="Since it began"
            words={TREND_WORDS}
            value={draft.trend}
            onChange={(trend) => change({ trend })}
          />
        </section>
        <section>
          <SignsField signs={draft.signs} onSigns={(signs) => change({ signs })} />
          <div className="watch-fields">
            <Field label="Size">
              {(field) => (
                <InputNumber
                  {...field}
                  suffix="cm"
                  min={0.1}
                  max={100}
                  step={0.5}
                  value={draft.sizeCm}
                  onChange={(sizeCm) => change({ sizeCm })}
                />
              )}
            </Field>
            <Field label="Place">
              {({ id }) => (
                <PlaceSelect id={id} value={draft.place} onChange={(place) => change({ place })} />
              )}
            </Field>
          </div>
          <PhotoField
            about="reaction"
            ids={draft.photoIds}
            most={MOST_PHOTOS}
            onIds={(photoIds) => change({ photoIds })}
          />
          <Field label="Note">
            {(field) => (
              <TextArea
                {...field}
                rows={2}
                maxLength={1000}
                value={draft.note}
                onChange={({ target }) => change({ note: target.value })}
              />
            )}
          </Field>
          <TriagePanel triage={found} />
        </section>
      </div>
      <StageFoot
        action={found === null ? 'Save report' : `Save report: ${LEVEL_WORDS[found.level]}`}
        disabled={found === null}
        busy={busy}
        onAction={keepOnce}
      >
        {found === null ? 'What, when, how much and how it goes are needed.' : ''}
      </StageFoot>
    </>
  );
}

function reportOf({
  what,
  onsetAt,
  extent,
  trend,
  sizeCm,
  place,
  signs,
}: Draft): ReactionReport | null {
  if (what === null || onsetAt === null || extent === null || trend === null) return null;
  return { what, onsetAt, extent, trend, sizeCm, place, signs };
}

const ONSET_WORDS: Readonly<Record<OnsetProblem, string>> = {
  beforeLastPulse: 'is before the last pulse',
  afterTold: 'lies ahead',
};

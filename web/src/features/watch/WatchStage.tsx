import {
  HAIR_MARKS,
  MARK_MEANING,
  skinAnswer,
  type Grade,
  type HairMark,
} from '@tidy-quill/core/reaction';
import { stepRule } from '@tidy-quill/core/plan';
import { Checkbox, Input, InputNumber } from 'antd';
import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft';
import { GRADE_WORDS, MARK_WORDS, STEP_WORDS } from '../../text';
import { Choice } from '../../widgets/Choice';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit } from '../visit/use-visit';

interface Watching {
  readonly minutesAfter: number | null;
  readonly marks: readonly HairMark[];
  readonly grade: Grade | null;
  readonly note: string;
}

/** The second look, 5 to 15 minutes after the last pulse. */
export function WatchStage() {
  const { record, visit, area, add, pathOf } = useOpenVisit();
  const navigate = useNavigate();
  const { run, watched } = record;
  const [watching, setWatching, clearDraft, changed] = useDraft<Watching>(
    `watch ${visit.id} ${area.id}`,
    {
      minutesAfter: watched?.minutesAfter ?? minutesSince(run.endedAt),
      marks: watched?.marks ?? [...new Set(run.marks.map(({ mark }) => mark))],
      grade: watched?.grade ?? null,
      note: watched?.note ?? '',
    },
  );
  const change = (more: Partial<Watching>) => setWatching({ ...watching, ...more });
  const kept = watched !== null && !changed;
  const answer = skinAnswer(
    [...run.marks.map(({ mark }) => mark), ...watching.marks],
    run.pains.map(({ score }) => score),
  );
  const advice = stepRule(answer);
  const early = watching.minutesAfter !== null && watching.minutesAfter < 5;
  const mismatch = answer.adverse.length > 0 && watching.grade !== null && watching.grade < 2;
  const ready =
    watching.grade !== null && watching.minutesAfter !== null && watching.marks.length > 0;
  const keep = async () => {
    const { minutesAfter, marks, grade, note } = watching;
    await add({ kind: 'watched', minutesAfter: minutesAfter!, marks, grade: grade!, note });
    clearDraft();
    void navigate(pathOf('sendHome'));
  };
  return (
    <>
      <div className="stage watch">
        <section>
          <h2>Second look</h2>
          <Field label="Minutes after the last pulse">
            {(field) => (
              <InputNumber
                {...field}
                suffix="min"
                min={0}
                max={600}
                precision={0}
                value={watching.minutesAfter}
                onChange={(minutesAfter) => change({ minutesAfter })}
              />
            )}
          </Field>
          {early ? (
            <p className="small">Look again at 5–15 minutes: much shows only then.</p>
          ) : null}
          <h3 id="seen-label">Seen now</h3>
          <Checkbox.Group
            className="mark-list"
            aria-labelledby="seen-label"
            value={[...watching.marks]}
            onChange={(marks) => change({ marks: marks as HairMark[] })}
            options={HAIR_MARKS.map((mark) => ({
              value: mark,
              label: (
                <>
                  {MARK_WORDS[mark]}
                  {MARK_MEANING[mark] === 'adverse' ? (
                    <span className="tag tag-stop">adverse</span>
                  ) : null}
                </>
              ),
            }))}
          />
        </section>
        <section>
          <Choice
            label="Grade of the reaction"
            words={GRADE_WORDS}
            value={watching.grade}
            onChange={(grade) => change({ grade })}
          />
          {mismatch ? (
            <p className="field-error" role="alert">
              Something adverse was seen: grade it as marked or severe unless you are sure.
            </p>
          ) : null}
          <Field label="Note">
            {(field) => (
              <Input.TextArea
                {...field}
                rows={4}
                maxLength={1000}
                value={watching.note}
                onChange={(event) => change({ note: event.target.value })}
              />
            )}
          </Field>
          <Notice
            kind={answer.adverse.length > 0 ? 'stop' : 'info'}
            title="What it means for next time"
          >
            <p>
              {STEP_WORDS[advice.because]}
              {advice.newTestSpot ? '; a new test spot first' : ''}
              {advice.supervisor ? '; with the supervisor’s word' : ''}.
            </p>
            {watching.grade === 3 ? (
              <p>
                <strong>Severe: clinician now.</strong> Cool, cover, do not send home alone.
              </p>
            ) : null}
          </Notice>
        </section>
      </div>
      <StageFoot
        action={kept ? 'Go to Send home' : 'Keep what was seen'}
        disabled={!kept && !ready}
        onAction={() => (kept ? void navigate(pathOf('sendHome')) : void keep())}
      >
        {ready ? '' : 'Minutes, something seen (or “nothing yet”) and a grade are needed.'}
      </StageFoot>
    </>
  );
}

function minutesSince(at: string | null): number | null {
  if (at === null) return null;
  return Math.min(600, Math.max(0, Math.round((Date.now() - Date.parse(at)) / 60_000)));
}

import type { PathPoint } from '@tidy-quill/core/coverage';
import { exerciseOf, type ExerciseId } from '@tidy-quill/core/practice';
import type { Protocol } from '@tidy-quill/core/plan';
import { Button, Skeleton } from 'antd';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useAppSelector } from '../../app/store';
import { PALETTES } from '../../app/palette';
import { themeOf } from '../../app/view';
import {
  adviceSentence,
  boundsText,
  cellPlacesText,
  figure,
  measureText,
  MEASURE_WORDS,
  passesText,
} from '../../text';
import { nowText } from '../../visit-engine/clock';
import { CellStage } from './CellStage';
import type { LookBack } from '@tidy-quill/core/practice';
import { useKeepPracticeMutation } from './practice-api';
import { practiceWorker } from './practice-worker';
import { Replay } from './Replay';

type Strokes = readonly (readonly PathPoint[])[];

/** What an exercise came to: one sentence, two maps side by side, and every figure against the clinic's limits. */
export function AfterRun({
  id,
  protocol,
  strokes,
  isNew,
  onAgain,
}: {
  id: ExerciseId;
  protocol: Protocol;
  strokes: Strokes;
  /** Whether it was done just now, and is to be kept. */
  isNew: boolean;
  onAgain?: () => void;
}) {
  const exercise = useMemo(() => exerciseOf(id, protocol), [id, protocol]);
  const palette = PALETTES[useAppSelector((state) => themeOf(state.view))];
  const [look, setLook] = useState<LookBack | null>(null);
  useEffect(() => {
    let isOver = false;
    void practiceWorker()
      .lookBack(id, strokes, protocol)
      .then((found) => {
        if (!isOver) setLook(found);
      });
    return () => {
      isOver = true;
    };
  }, [id, strokes, protocol]);
  const [replayed, setReplayed] = useState<{ hits: Uint8Array; at: PathPoint | null } | null>(null);
  if (look === null) return <Skeleton active />;
  const { result, uneven, hits, evenHits, evenPasses, pulses, heats } = look;
  const pixelsPerMm = Math.min(3.4, 300 / exercise.cell.widthMm, 300 / exercise.cell.heightMm);
  return (
    <section className="after-run" aria-label="What it came to">
      <p className="after-sentence" role="status">
        {adviceSentence(exercise, result, uneven, look.largestCellCm2)}
      </p>
      <div className="after-maps">
        <CellStage
          {...{ exercise, pixelsPerMm, palette }}
          hits={replayed?.hits ?? hits}
          tip={
            replayed === null || replayed.at === null
              ? null
              : { at: replayed.at, isDown: true, beat: false, isReady: true }
          }
          label="Yours"
        />
        <CellStage
          {...{ exercise, pixelsPerMm, palette, tip: null }}
          hits={evenHits}
          label={evenPasses === null ? 'An even hand' : `An even hand, ${passesText(evenPasses)}`}
        />
        <table className="data-table is-still">
          <caption>Against the clinic’s limits</caption>
          <tbody>
            {result.measures.map((each) => (
              <tr key={each.id} className={each.isWithin ? '' : 'is-off'}>
                <th scope="row">{MEASURE_WORDS[each.id].word}</th>
                <td className="is-figure">{measureText(each)}</td>
                <td>{boundsText(each)}</td>
                <td>{each.isWithin ? '✓ within' : '✗ off'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="quiet">
        The fuller the colour, the nearer to what was wanted
        {exercise.kind === 'motion' ? `, ${exercise.passes} passes` : ', once'}; red: more than one
        and a half of it.
        {uneven.thin.length === 0 ? '' : ` Thin: ${cellPlacesText(uneven.thin)}.`}
        {uneven.stacked.length === 0 ? '' : ` Stacked: ${cellPlacesText(uneven.stacked)}.`}
      </p>
      <Replay {...{ exercise, pulses }} onShow={setReplayed} />
      <p className="quiet">
        {figure(result.pulses, 0)} pulses in {figure(result.seconds, 0)} s.{' '}
        {heats === null
          ? ''
          : `Highest: coolest place ${figure(heats.coolest.follicleC, 1)} °C in the follicle, hottest ${figure(heats.hottest.follicleC, 1)} °C in the follicle and ${figure(heats.hottest.epidermisC, 0)} °C in the epidermis. `}
        The skin here is type II with coarse black hair. Heat is estimated; the model is not tried
        on patients.
      </p>
      <div className="page-actions">
        {onAgain === undefined ? null : (
          <Button type="primary" size="large" onClick={onAgain}>
            Again
          </Button>
        )}
        {isNew ? <Keeping id={id} strokes={strokes} /> : null}
      </div>
    </section>
  );
}

/** Keeps the run by itself; says so, or why not and offers to try again. */
function Keeping({ id: exercise, strokes }: { id: ExerciseId; strokes: Strokes }) {
  const [run] = useState(() => ({ id: v7(), exercise, at: nowText() }));
  const [keep, { isLoading, isSuccess, error }] = useKeepPracticeMutation();
  const sent = useRef(false);
  const send = () =>
    void keep({ ...run, strokes: strokes.map((stroke) => stroke.map((point) => ({ ...point }))) });
  useEffect(() => {
    if (sent.current) return;
    sent.current = true;
    send();
    // Once, as it is shown.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  if (isSuccess) return <span role="status">Kept among your exercises.</span>;
  if (error === undefined || isLoading) return <span className="quiet">Is being kept…</span>;
  return (
    <span className="field-error" role="alert">
      Not kept: {problemText(error)} <Button onClick={send}>Keep it</Button>
    </span>
  );
}

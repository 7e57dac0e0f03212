import './practice.css';
import { handPace, type PathPoint } from '@tidy-quill/core/coverage';
import {
  EXERCISE_IDS,
  exerciseOf,
  glidesIn,
  sidesOf,
  type ExerciseId,
} from '@tidy-quill/core/practice';
import type { Protocol } from '@tidy-quill/core/plan';
import { Button, Skeleton } from 'antd';
import { useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { problemText, useCatalogueQuery } from '../../app/api';
import { useAppSelector } from '../../app/store';
import { PALETTES } from '../../app/palette';
import { themeOf } from '../../app/view';
import { EXERCISE_WORDS, figure, spotText } from '../../text';
import { NotFoundPage, PageProblem } from '../../widgets/PageProblem';
import { useKeys } from '../../widgets/use-keys';
import { AfterRun } from './AfterRun';
import { Calibrate } from './Calibrate';
import { keepCalibration, readCalibration } from './calibration';
import { CellStage } from './CellStage';
import { LiveFigures } from './LiveFigures';
import { useHand } from './use-hand';
import { useLiveRun } from './use-live-run';

/** One exercise: the cell life-size, the hand over it, and afterwards what it came to. */
export function ExercisePage() {
  const { exercise = '' } = useParams();
  const { data: catalogue, error, refetch } = useCatalogueQuery();
  if (!EXERCISE_IDS.includes(exercise as ExerciseId)) return <NotFoundPage />;
  if (error !== undefined) {
    return (
      <PageProblem title="Practice cannot begin" text={problemText(error)} onRetry={refetch} />
    );
  }
  if (catalogue === undefined) return <Skeleton active className="page" />;
  return <Exercising key={exercise} id={exercise as ExerciseId} protocol={catalogue.protocol} />;
}

/** How much of the width is not the cell's, px: sidebar and edges; on a wide screen the figures beside it too. */
const besidePx = (screenPx: number) => (screenPx < 1000 ? 160 : 520);
const ABOVE_PX = 250;

function Exercising({ id, protocol }: { id: ExerciseId; protocol: Protocol }) {
  const [attempt, setAttempt] = useState(0);
  const [over, setOver] = useState<readonly (readonly PathPoint[])[] | null>(null);
  const [size, setSize] = useState(() => readCalibration(localStorage));
  const [measuring, setMeasuring] = useState(false);
  const { title, aim } = EXERCISE_WORDS[id];
  const { cell } = exerciseOf(id, protocol);
  const { innerWidth, innerHeight } = globalThis;
  // What does not fit the screen is drawn smaller, and says so.
  const fits = Math.min(
    size.pixelsPerMm,
    (innerWidth - besidePx(innerWidth)) / cell.widthMm,
    (innerHeight - ABOVE_PX) / cell.heightMm,
  );
  return (
    <div className="page practice-page">
      <header className="page-head">
        <div>
          <p>
            <Link to="/practice">Practice</Link>
          </p>
          <h1>{title}</h1>
          <p className="practice-aim">{aim}</p>
        </div>
        <Button onClick={() => setMeasuring(true)}>
          {size.isMeasured ? 'Screen measured…' : 'Measure this screen…'}
        </Button>
      </header>
      {over === null ? (
        <Running
          key={attempt}
          {...{ id, protocol, attempt }}
          pixelsPerMm={fits}
          lifeSize={size}
          onDone={setOver}
        />
      ) : (
        <AfterRun
          {...{ id, protocol }}
          strokes={over}
          isNew
          onAgain={() => {
            setOver(null);
            setAttempt(attempt + 1);
          }}
        />
      )}
      {measuring ? (
        <Calibrate
          now={size.pixelsPerMm}
          onSet={(pixelsPerMm) => {
            keepCalibration(localStorage, pixelsPerMm);
            setSize({ pixelsPerMm, isMeasured: true });
          }}
          onClose={() => setMeasuring(false)}
        />
      ) : null}
    </div>
  );
}

/** How long the tip is lit up at each pulse, ms. */
const BEAT_S = 0.05;

function Running({
  id,
  protocol,
  attempt,
  pixelsPerMm,
  lifeSize,
  onDone,
}: {
  id: ExerciseId;
  protocol: Protocol;
  attempt: number;
  pixelsPerMm: number;
  lifeSize: { readonly pixelsPerMm: number; readonly isMeasured: boolean };
  onDone: (strokes: readonly (readonly PathPoint[])[]) => void;
}) {
  const exercise = useMemo(() => exerciseOf(id, protocol), [id, protocol]);
  const palette = PALETTES[useAppSelector((state) => themeOf(state.view))];
  const { live, isReady, onFrame } = useLiveRun(exercise, protocol.margins.usual, attempt);
  const [nowS, setNowS] = useState(0);
  const glides = glidesIn(exercise);
  const { cell, rateHz } = exercise;
  const pace = handPace({ cell, tip: sidesOf(exercise.tip), rateHz });
  const hand = useHand({
    exercise,
    isOn: isReady,
    speedMmS: pace.speedMmS,
    onFrame: (drawn, now) => {
      setNowS(now);
      onFrame(drawn, now);
    },
  });
  const done = () => {
    hand.release();
    if (live !== null && live.pulses > 0) onDone(hand.strokes());
  };
  useKeys({ Enter: done });
  const share = pixelsPerMm / lifeSize.pixelsPerMm;
  const cellRef = useRef<HTMLDivElement | null>(null);
  // Nothing to press before what is pressed is followed.
  if (!isReady) return <p role="status">Getting ready…</p>;
  return (
    <div className="practice-run">
      <div>
        <div
          ref={cellRef}
          className="practice-cell"
          role="application"
          tabIndex={0}
          aria-label={`Cell of ${cell.widthMm} by ${cell.heightMm} mm. ${keysText(glides)}`}
          onKeyDown={hand.onKeyDown}
          onKeyUp={hand.onKeyUp}
          onBlur={hand.onBlur}
          onPointerDown={() => cellRef.current?.focus()}
        >
          <CellStage
            {...{ exercise, pixelsPerMm, palette }}
            hits={live?.hits ?? null}
            tip={
              hand.at === null
                ? null
                : {
                    at: hand.at,
                    isDown: hand.isDown,
                    isReady: hand.isReady,
                    beat: live !== null && live.lastS !== null && nowS - live.lastS < BEAT_S,
                  }
            }
            onPress={hand.press}
            onMove={hand.move}
            onRelease={hand.release}
          />
        </div>
        <p className="quiet">
          {spotText(exercise.tip)}, {figure(exercise.fluenceJcm2, 1)} J/cm², {figure(rateHz, 1)} Hz
          {glides
            ? `. One length of the tip a pulse is ${figure(pace.speedMmS, 0)} mm/s: ${pace.lanes} lanes, ${figure(pace.passS, 1)} s a pass.`
            : '.'}{' '}
          {share < 0.99
            ? `Drawn at ${figure(100 * share, 0)} % of life-size: the screen is too small for it.`
            : lifeSize.isMeasured
              ? 'Life-size.'
              : 'Life-size once the screen is measured.'}{' '}
          {keysText(glides)}
        </p>
      </div>
      <div className="practice-figures">
        <LiveFigures {...{ exercise, live, nowS }} />
        <Button type="primary" size="large" disabled={(live?.pulses ?? 0) === 0} onClick={done}>
          Done
        </Button>
      </div>
    </div>
  );
}

const keysText = (glides: boolean) =>
  glides
    ? 'Press and glide, or by keys: Space presses and lifts, held arrows glide, Enter is done.'
    : 'Press where a spot goes, or by keys: arrows move a millimetre, with Shift a tip, Space sets a spot, Enter is done.';

import { PRINT_FAULT_WORDS } from '@tidy-quill/contract/labels/pictures';
import { GREYS, type PrintRead } from '@tidy-quill/core/picture';
import { Button, InputNumber } from 'antd';
import { useEffect, useState } from 'react';
import { v7 } from 'uuid';
import { problemFields, problemText } from '../../app/api';
import { figure } from '../../text';
import { Choice } from '../../widgets/Choice';
import { DayInput } from '../../widgets/DayInput';
import { Field } from '../../widgets/Field';
import { Notice } from '../../widgets/Notice';
import { ChoosePicture } from '../photos/ChoosePicture';
import { problemOf } from '../photos/photo-problem';
import type { OpenedCards } from '../../workers/picture';
import { AtWork } from './AtWork';
import { useKeepCardPrintMutation } from './card-prints-api';
import { PatchTable } from './PatchTable';
import { PATCH_WORDS } from './print-words';
import { usePictureWorker } from './use-picture-worker';

const SIDES = { 0: 'the left one', 1: 'the right one' } as const;

interface Opened extends OpenedCards {
  readonly url: string;
  readonly file: File;
}

/** Reads what a printer makes of the greys from a picture of its card beside one whose greys are known. */
export function MeasurePrint({ today, onClose }: { today: string; onClose: () => void }) {
  const { ask, busy, share, problem, stop } = usePictureWorker<'opening' | 'measuring'>();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [known, setKnown] = useState<0 | 1>(0);
  const [greys, setGreys] = useState<readonly (number | null)[]>(GREYS.map((each) => 100 * each));
  const [since, setSince] = useState(today);
  const [read, setRead] = useState<PrintRead | null>(null);
  const [keep, { error, isLoading }] = useKeepCardPrintMutation();
  // One print however often it is pressed.
  const [id, setId] = useState(() => v7());
  const url = opened?.url;
  useEffect(
    () => () => {
      if (url !== undefined) URL.revokeObjectURL(url);
    },
    [url],
  );

  const take = async (file: File) => {
    const fault = problemOf(file);
    setWrong(fault);
    setOpened(null);
    setRead(null);
    if (fault !== null) return;
    const found = await ask('opening', (remote) => remote.openCards(file));
    if (found !== null) setOpened({ ...found, file, url: URL.createObjectURL(file) });
  };
  const hasBoth = opened?.corners.length === 2;
  const isFilled = greys.every((each) => each !== null);
  const measure = async () => {
    setRead(null);
    const shares = greys.map((each) => (each ?? 0) / 100);
    const file = opened?.file;
    const found = await ask('measuring', async (remote, isNew) => {
      // After a reading that was left the worker is another one.
      if (isNew && file !== undefined) await remote.openCards(file);
      return remote.readPrint(known, shares);
    });
    setRead(found);
    // Other figures are another print.
    setId(v7());
  };
  const done = async () => {
    if (read === null) return;
    const copy = ([red, green, blue]: readonly [number, number, number]) =>
      [red, green, blue] as [number, number, number];
    const { greys: own, colours, misfit } = read;
    const kept = await keep({
      ...{ id, since, misfit },
      ...{ greys: own.map(copy), colours: colours.map(copy) },
    });
    if (kept.error === undefined) onClose();
  };
  return (
    <section aria-labelledby="measure-print">
      <h2 id="measure-print">Measure my printer’s greys</h2>
      <p>
        Lay your card close beside one whose greys are known, such as one that a print shop has
        measured. Photograph both from straight above, in even light without shine, then give the
        known greys.
      </p>
      <div className="picture-actions">
        <ChoosePicture name="Picture of both cards" onChoose={(file) => void take(file)}>
          {opened === null ? 'Take or choose a picture' : 'Another picture'}
        </ChoosePicture>
        <Button onClick={onClose}>Cancel</Button>
        {busy === null ? null : (
          <AtWork
            word={busy === 'opening' ? 'Looking for both cards…' : 'Reading the greys…'}
            share={share}
            onStop={stop}
          />
        )}
      </div>
      {(wrong ?? problem) === null ? null : (
        <p className="field-error" role="alert">
          {wrong ?? problem}
        </p>
      )}
      {opened === null ? null : <BothCards opened={opened} known={known} />}
      {opened === null || hasBoth ? null : (
        <Notice kind="care" title="Not measurable here">
          <p role="alert">
            {opened.corners.length === 1 ? 'Only one card was found' : 'No card was found'}: both
            have to be seen whole, with their corner marks.
          </p>
        </Notice>
      )}
      {hasBoth ? (
        <>
          <Choice
            label="The known card is"
            words={SIDES}
            value={known}
            onChange={(side) => {
              setKnown(side);
              setRead(null);
            }}
          />
          <div className="print-greys">
            {greys.map((value, each) => (
              <Field
                key={PATCH_WORDS[each]}
                label={`Known ${(PATCH_WORDS[each] ?? '').toLowerCase()}`}
                problem={value === null ? 'is missing' : undefined}
              >
                {(field) => (
                  <InputNumber
                    {...field}
                    suffix="%"
                    min={0.5}
                    max={99}
                    step={0.5}
                    value={value}
                    onChange={(next) => {
                      setGreys(greys.with(each, next));
                      setRead(null);
                    }}
                  />
                )}
              </Field>
            ))}
            <Button
              type={read === null ? 'primary' : 'default'}
              disabled={!isFilled || busy !== null}
              onClick={() => void measure()}
            >
              Read my card
            </Button>
          </div>
        </>
      ) : null}
      {read === null ? null : <Found read={read} />}
      {read?.fault === null ? (
        <div className="picture-actions">
          <Field
            label="Cards of this print are in use since"
            problem={error === undefined ? undefined : problemFields(error)['since']}
          >
            {(field) => <DayInput {...field} value={since} max={today} onChange={setSince} />}
          </Field>
          <Button
            type="primary"
            disabled={since === ''}
            loading={isLoading}
            onClick={() => void done()}
          >
            Keep this print
          </Button>
        </div>
      ) : null}
      {error === undefined ? null : (
        <p className="field-error" role="alert">
          {problemText(error)}
        </p>
      )}
    </section>
  );
}

/** The picture with what was found drawn over it. */
function BothCards({ opened, known }: { opened: Opened; known: 0 | 1 }) {
  const { width, height, corners, url } = opened;
  const thin = width / 400;
  return (
    <svg
      className="count-picture both-cards"
      viewBox={`0 0 ${width} ${height}`}
      preserveAspectRatio="xMinYMid"
      role="img"
      aria-label={`Picture with ${corners.length} of 2 cards found`}
    >
      <image href={url} width={width} height={height} />
      {corners.map((outline, each) => {
        const [at] = outline;
        return (
          <g key={`${at?.x} ${at?.y}`}>
            <polygon
              className="count-window"
              points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
              strokeWidth={1.5 * thin}
            />
            <text
              className="pair-rule-text"
              x={at?.x}
              y={(at?.y ?? 0) - 4 * thin}
              fontSize={11 * thin}
            >
              {each === known ? 'known' : 'mine'}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

function Found({ read }: { read: PrintRead }) {
  if (read.fault !== null) {
    return (
      <Notice kind="care" title="Not measurable here">
        <p role="alert">{PRINT_FAULT_WORDS[read.fault]}</p>
      </Notice>
    );
  }
  return (
    <>
      <p role="status">The known greys fit within {figure(100 * read.misfit)} %. My card shows:</p>
      <PatchTable print={read} />
    </>
  );
}

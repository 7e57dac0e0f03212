import '../pictures/pictures.css';
import {
  DISTANCE_WORDS,
  FAULT_WORDS,
  LIGHT_WORDS,
  POSE_WORDS,
  VIEW_WORDS,
} from '@tidy-quill/contract/labels/pictures';
import type { PictureJudged, TakenAs } from '@tidy-quill/core/picture';
import { Button, Slider } from 'antd';
import { useEffect, useState } from 'react';
import { dayOf, shortDay } from '../../text';
import { useSignedIn } from '../../app/clinic-context';
import { Choice } from '../../widgets/Choice';
import { Dialog } from '../../widgets/Dialog';
import { useClientPhotosQuery } from '../pictures/pictures-api';
import { usePictureWorker } from '../pictures/use-picture-worker';
import { useVisit } from '../visit/use-visit';
import { useCamera, useTip } from './use-camera';

const USUAL: TakenAs = { pose: 'lying', view: 'straightOn', distance: 'forearm', light: 'room' };
/** How often what the camera sees is judged, and in what size. */
const [EVERY_MS, SMALL_PX] = [1500, 1000];
/** Tipped further than this, circles become ovals. */
const FLAT_DEGREES = 5;

interface Judged extends PictureJudged {
  readonly hasCard: boolean;
}

interface Shot {
  readonly file: File;
  readonly url: string;
  readonly judged: Judged | null;
}

/** The tablet's camera in the page: the last picture of the place over it as a ghost, a level, and what is judged before it is kept. */
export function TakePicture({
  about,
  onTake,
  onClose,
}: {
  about: string;
  onTake: (file: File, takenAs: TakenAs) => void;
  onClose: () => void;
}) {
  const { client, area } = useVisit('client', 'area');
  const { timeZone } = useSignedIn().clinic;
  const { data = [] } = useClientPhotosQuery(client.id);
  const last = data.findLast(({ areaId, fromHome }) => areaId === area.id && !fromHome);
  const [chosen, setChosen] = useState<Partial<TakenAs>>({});
  const takenAs: TakenAs = { ...USUAL, ...last?.takenAs, ...chosen };
  const [ghost, setGhost] = useState(35);
  const [shot, setShot] = useState<Shot | null>(null);
  const { video, state, shot: seen } = useCamera();
  const tip = useTip();
  const { ask } = usePictureWorker<'judging'>();
  const [live, setLive] = useState<Judged | null>(null);
  const url = shot?.url;
  useEffect(() => {
    if (state !== 'live' || url !== undefined) return;
    let stale = false;
    let timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      const small = await seen(SMALL_PX);
      const found = small === null ? null : await ask('judging', (remote) => remote.judge(small));
      if (stale) return;
      if (found !== null) setLive({ ...found, hasCard: found.card !== null });
      timer = setTimeout(() => void look(), EVERY_MS);
    };
    void look();
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [state, url, seen, ask]);
  useEffect(
    () => () => {
      if (url !== undefined) URL.revokeObjectURL(url);
    },
    [url],
  );
  const take = async () => {
    const blob = await seen();
    if (blob === null) return;
    const file = new File([blob], 'picture.jpg', { type: blob.type });
    const made = { file, url: URL.createObjectURL(file) };
    setShot({ ...made, judged: null });
    const found = await ask('judging', (remote) => remote.judge(file));
    setShot({
      ...made,
      judged: found === null ? null : { ...found, hasCard: found.card !== null },
    });
  };
  const judged = shot === null ? live : shot.judged;
  const isGood = shot?.judged?.faults.length === 0;
  return (
    <Dialog
      open
      width={900}
      title={`Photograph, ${about}`}
      onCancel={onClose}
      footer={
        shot === null ? (
          <>
            <Button onClick={onClose}>Cancel</Button>
            <Button type="primary" disabled={state !== 'live'} onClick={() => void take()}>
              Take it
            </Button>
          </>
        ) : (
          <>
            <Button type={isGood ? 'default' : 'primary'} onClick={() => setShot(null)}>
              Take it again
            </Button>
            <Button
              type={isGood ? 'primary' : 'default'}
              disabled={shot.judged === null}
              onClick={() => onTake(shot.file, takenAs)}
            >
              {isGood ? 'Keep it' : 'Keep it all the same'}
            </Button>
          </>
        )
      }
    >
      <div className="camera">
        <div className="camera-picture">
          <video ref={video} muted playsInline aria-label="What the camera sees" />
          {shot === null ? null : <img src={shot.url} alt={`Picture that was taken, ${about}`} />}
          {shot === null && last !== undefined ? (
            <img
              className="camera-ghost"
              src={`/api/photos/${last.id}`}
              alt={`Picture of ${shortDay(dayOf(last.takenAt, timeZone))}, over what the camera sees`}
              style={{ opacity: ghost / 100 }}
            />
          ) : null}
        </div>
        <div>
          <p role="status" className="camera-says">
            {stateText()}
          </p>
          {last === undefined || shot !== null ? null : (
            <div>
              <span className="choice-label">
                Over it: {shortDay(dayOf(last.takenAt, timeZone))}
              </span>
              <Slider
                ariaLabelForHandle="How strongly the last picture is seen"
                min={0}
                max={80}
                step={5}
                value={ghost}
                tooltip={{ formatter: null }}
                onChange={setGhost}
              />
            </div>
          )}
          <Choice
            label="Pose"
            words={POSE_WORDS}
            value={takenAs.pose}
            onChange={(pose) => setChosen({ ...chosen, pose })}
          />
          <Choice
            label="Seen"
            words={VIEW_WORDS}
            value={takenAs.view}
            onChange={(view) => setChosen({ ...chosen, view })}
          />
          <Choice
            label="Distance"
            words={DISTANCE_WORDS}
            value={takenAs.distance}
            onChange={(distance) => setChosen({ ...chosen, distance })}
          />
          <Choice
            label="Light"
            words={LIGHT_WORDS}
            value={takenAs.light}
            onChange={(light) => setChosen({ ...chosen, light })}
          />
        </div>
      </div>
    </Dialog>
  );

  function stateText() {
    if (state === 'refused') {
      return 'The camera cannot be used here: let this page use it in the browser’s settings, or choose a file instead.';
    }
    if (state === 'opening') return 'Opening the camera…';
    if (judged === null) return shot === null ? 'Looking…' : 'Judging what was taken…';
    const { faults, hasCard } = judged;
    return (
      <>
        {faults.length === 0 ? 'Light and sharpness are good.' : faults.map(faultText).join(' ')}{' '}
        {hasCard ? 'The card is in it.' : 'No card in it: nothing gives it scale and colour.'}{' '}
        {shot === null ? tipText() : ''}
      </>
    );
  }

  function tipText(): string {
    if (tip === null) return 'This device has no level.';
    return tip <= FLAT_DEGREES ? 'Held level.' : `Tipped by ${tip}°: hold it level with the skin.`;
  }
}

const faultText = (fault: PictureJudged['faults'][number]): string => FAULT_WORDS[fault];

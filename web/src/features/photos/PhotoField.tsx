import { FAULT_WORDS } from '@tidy-quill/contract/labels/pictures';
import type { PictureFault, TakenAs } from '@tidy-quill/core/picture';
import { Button } from 'antd';
import { useId, useState } from 'react';
import { dropPhoto, keepPhoto } from '../../app/photo-outbox';
import { useAppDispatch } from '../../app/store';
import { lazily } from '../../widgets/lazily';
import { useLatest } from '../../widgets/use-latest';
import { usePictureWorker } from '../pictures/use-picture-worker';
import { useVisit } from '../visit/use-visit';
import { ChoosePicture } from './ChoosePicture';
import { NoPhotographs } from './NoPhotographs';
import { Photo } from './Photo';
import { problemOf } from './photo-problem';
import { hasCamera } from './use-camera';

const TakePicture = lazily(async () => (await import('./TakePicture')).TakePicture);

/** Takes photographs of the open zone, by the tablet's camera or from a file; none without consent to them. */
export function PhotoField({
  about,
  name = 'Photograph',
  ids,
  most,
  onIds,
}: {
  about: string;
  /** What its upload is called where a page has several. */
  name?: string;
  ids: readonly string[];
  most: number;
  onIds: (ids: readonly string[]) => void;
}) {
  const { visit, area, mayPhotograph } = useVisit('visit', 'area', 'mayPhotograph');
  const dispatch = useAppDispatch();
  const label = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const [camera, setCamera] = useState(false);
  const [faults, setFaults] = useState<readonly PictureFault[]>([]);
  const { ask, stop } = usePictureWorker<'judging'>();
  const now = useLatest({ ids, onIds });
  if (!mayPhotograph) return <NoPhotographs />;
  const take = async (picture: File, takenAs?: TakenAs) => {
    const wrong = problemOf(picture);
    setProblem(wrong);
    setFaults([]);
    if (wrong !== null) return;
    const id = await dispatch(keepPhoto(visit.id, area.id, picture, takenAs));
    // What was said while it was sealed stays.
    now.current.onIds([...now.current.ids, id]);
    // One by the camera was judged before it was kept.
    if (takenAs !== undefined) return;
    const judged = await ask('judging', (remote) => remote.judge(picture));
    stop();
    setFaults(judged?.faults ?? []);
  };
  return (
    <div className="photo-field" role="group" aria-labelledby={label}>
      <span id={label} className="choice-label">
        Photograph: same light, distance and pose
      </span>
      <div className="photo-row">
        {ids.map((id) => (
          <span key={id} className="photo-kept">
            <Photo id={id} about={about} />
            <Button
              size="small"
              onClick={() => {
                onIds(ids.filter((each) => each !== id));
                void dispatch(dropPhoto(id));
              }}
            >
              Take off
            </Button>
          </span>
        ))}
        {ids.length < most ? (
          <ChoosePicture
            name={name}
            className="photo-button"
            onChoose={(picture) => void take(picture)}
          >
            Photograph
          </ChoosePicture>
        ) : null}
        {ids.length < most && hasCamera() ? (
          <Button onClick={() => setCamera(true)}>With the last one over it…</Button>
        ) : null}
      </div>
      {camera ? (
        <TakePicture
          about={about}
          onTake={(picture, takenAs) => {
            setCamera(false);
            void take(picture, takenAs);
          }}
          onClose={() => setCamera(false)}
        />
      ) : null}
      {faults.length === 0 ? null : (
        <p className="small" role="status">
          {faults.map((fault) => FAULT_WORDS[fault]).join(' ')} Take it again where it is to be
          measured.
        </p>
      )}
      {problem === null ? null : (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}

import { PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import { CameraOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useId, useRef, useState } from 'react';
import { dropPhoto, keepPhoto } from '../../app/photo-outbox';
import { useAppDispatch } from '../../app/store';
import { useVisit } from '../visit/use-visit';
import { NoPhotographs } from './NoPhotographs';
import { Photo } from './Photo';
import { problemOf } from './photo-problem';

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
  const input = useRef<HTMLInputElement>(null);
  const label = useId();
  const [problem, setProblem] = useState<string | null>(null);
  if (!mayPhotograph) return <NoPhotographs />;
  const take = async (picture: File) => {
    const wrong = problemOf(picture);
    setProblem(wrong);
    if (wrong !== null) return;
    onIds([...ids, await dispatch(keepPhoto(visit.id, area.id, picture))]);
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
          <Button
            className="photo-button"
            icon={<CameraOutlined />}
            onClick={() => input.current?.click()}
          >
            Photograph
          </Button>
        ) : null}
      </div>
      <input
        ref={input}
        type="file"
        hidden
        accept={PHOTO_TYPES.join(',')}
        capture="environment"
        aria-label={name}
        onChange={(event) => {
          const picture = event.target.files?.[0];
          event.target.value = '';
          if (picture !== undefined) void take(picture);
        }}
      />
      {problem === null ? null : (
        <p className="field-error" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}

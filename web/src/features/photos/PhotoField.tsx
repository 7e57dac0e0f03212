import { PHOTO_LIMITS, PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import { CameraOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useId, useRef, useState } from 'react';
import { Link } from 'react-router';
import { dropPhoto, keepPhoto } from '../../app/photo-outbox';
import { useAppDispatch } from '../../app/store';
import { consentPath, useVisit } from '../visit/use-visit';
import { Photo } from './Photo';

/** Takes photographs of the open zone, by the tablet's camera or from a file; none without consent to them. */
export function PhotoField({
  about,
  ids,
  most,
  onIds,
}: {
  about: string;
  ids: readonly string[];
  most: number;
  onIds: (ids: readonly string[]) => void;
}) {
  const { visit, area, mayPhotograph, pathOf } = useVisit(
    'visit',
    'area',
    'mayPhotograph',
    'pathOf',
  );
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const label = useId();
  const [problem, setProblem] = useState<string | null>(null);
  if (!mayPhotograph) {
    return (
      <p className="small">
        No photographs: the client has not agreed to them for the record of this area.{' '}
        <Link to={consentPath(pathOf, 'photographs')}>Read and sign</Link>
      </p>
    );
  }
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
        aria-label="Photograph"
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

function problemOf({ type, size }: File): string | null {
  if (!PHOTO_TYPES.some((each) => each === type)) return 'The picture must be a JPEG or PNG.';
  if (size > PHOTO_LIMITS.bytes) return 'The picture must be 15 MB at most.';
  return null;
}

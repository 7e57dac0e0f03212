import { PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import { CameraOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useRef, type ReactNode } from 'react';

/** A button that takes a picture with the tablet's camera, or a file where there is none. */
export function ChoosePicture({
  name,
  className,
  children,
  onChoose,
}: {
  /** What its upload is called. */
  name: string;
  className?: string;
  /** What stands on the button. */
  children: ReactNode;
  onChoose: (picture: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        {...(className === undefined ? {} : { className })}
        icon={<CameraOutlined />}
        onClick={() => input.current?.click()}
      >
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={PHOTO_TYPES.join(',')}
        capture="environment"
        aria-label={name}
        onChange={({ target }) => {
          const picture = target.files?.[0];
          target.value = '';
          if (picture !== undefined) onChoose(picture);
        }}
      />
    </>
  );
}

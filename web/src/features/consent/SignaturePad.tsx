import type { Signature } from '@tidy-quill/contract/consent';
import { Button } from 'antd';
import { Input } from '../../widgets/inputs';
import { useEffect, useId, useRef, useState } from 'react';
import Pad from 'signature_pad';
import { defined } from '@tidy-quill/core/units';

const WIDTH = 360;
const HEIGHT = 110;

/** A signature drawn by pen or finger, or the full name typed by who cannot draw. */
export function SignaturePad({
  label,
  onChange,
}: {
  label: string;
  /** Null while there is none. */
  onChange: (signature: Signature | null) => void;
}) {
  const id = useId();
  const [typing, setTyping] = useState(false);
  const [name, setName] = useState('');
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<Pad | null>(null);
  const changed = useRef(onChange);
  useEffect(() => {
    changed.current = onChange;
  });
  useEffect(() => {
    if (typing || canvas.current === null) return;
    const scale = Math.max(1, globalThis.devicePixelRatio);
    canvas.current.width = WIDTH * scale;
    canvas.current.height = HEIGHT * scale;
    defined(canvas.current.getContext('2d')).scale(scale, scale);
    const drawn = new Pad(canvas.current, { penColor: '#1C2733', minWidth: 0.8, maxWidth: 2.2 });
    drawn.addEventListener('endStroke', () =>
      changed.current({ kind: 'drawn', png: drawn.toDataURL('image/png') }),
    );
    pad.current = drawn;
    return () => drawn.off();
  }, [typing]);
  const clear = () => {
    pad.current?.clear();
    setName('');
    onChange(null);
  };
  return (
    <fieldset className="signature" aria-labelledby={id}>
      <legend id={id}>{label}</legend>
      {typing ? (
        <Input
          // Whoever chose to type goes on typing.
          autoFocus
          aria-label={`${label}, full name typed`}
          placeholder="Full name"
          value={name}
          onChange={(event) => {
            setName(event.target.value);
            const typed = event.target.value.trim();
            onChange(typed === '' ? null : { kind: 'typed', name: typed });
          }}
        />
      ) : (
        <canvas
          ref={canvas}
          style={{ width: WIDTH, height: HEIGHT }}
          role="img"
          aria-label={`${label}: sign here by pen or finger`}
        />
      )}
      <div>
        <Button size="small" onClick={clear}>
          Clear<span className="visually-hidden"> {label}</span>
        </Button>
        <Button
          size="small"
          type="link"
          onClick={() => {
            clear();
            setTyping(!typing);
          }}
        >
          {typing ? 'Sign by hand instead' : 'Type the name instead'}
          <span className="visually-hidden">: {label}</span>
        </Button>
      </div>
    </fieldset>
  );
}

import { useEffect, useId, useState } from 'react';
import type { Box } from '@tidy-quill/core/picture';
import { Slider } from 'antd';
import type { Way } from './compare-words';
import type { ShownPair } from './use-comparison';

/** A part of a design over a picture, in its px as it is shown. */
export interface ShownPart {
  readonly id: string;
  readonly label: string;
  readonly outline: readonly { readonly x: number; readonly y: number }[];
}

const BLINK_MS = 800;
const WIPE_STEP = 2;

/** Two pictures of a place at one scale, looked at in one of several ways. */
export function OverlaidPair({
  pair,
  way,
  captions,
  parts,
  window,
}: {
  pair: ShownPair;
  way: Way;
  captions: { readonly first: string; readonly now: string };
  parts: readonly ShownPart[];
  /** The window that hair is counted in, px as it is shown; null where there is none. */
  window: Box | null;
}) {
  const [wiped, setWiped] = useState(50);
  const clip = useId();
  const isLater = useBlink(way === 'blink');
  const { width, height, urls } = pair;
  const image = (which: keyof ShownPair['urls'], about: string) => (
    <Frame {...{ pair, about, parts, window }}>
      <image href={urls[which]} width={width} height={height} />
    </Frame>
  );
  switch (way) {
    case 'side':
      return (
        <div className="pair-side">
          <figure>
            {image('first', captions.first)}
            <figcaption>{captions.first}</figcaption>
          </figure>
          <figure>
            {image('now', captions.now)}
            <figcaption>{captions.now}</figcaption>
          </figure>
        </div>
      );
    case 'wipe':
      return (
        <figure className="pair-one">
          <Frame {...{ pair, parts, window }} about={`${captions.first}, then ${captions.now}`}>
            <clipPath id={clip}>
              <rect
                x={(width * wiped) / 100}
                width={width - (width * wiped) / 100}
                height={height}
              />
            </clipPath>
            <image href={urls.first} width={width} height={height} />
            <image href={urls.now} width={width} height={height} clipPath={`url(#${clip})`} />
            <path
              className="pair-edge"
              d={`M${(width * wiped) / 100},0V${height}`}
              strokeWidth={width / 400}
            />
          </Frame>
          <Slider
            ariaLabelForHandle="Where the later picture begins"
            min={0}
            max={100}
            step={WIPE_STEP}
            value={wiped}
            tooltip={{ formatter: null }}
            onChange={setWiped}
          />
          <figcaption>
            Left of the line {captions.first}, right of it {captions.now}
          </figcaption>
        </figure>
      );
    case 'blink':
      return (
        <figure className="pair-one">
          {isLater ? image('now', captions.now) : image('first', captions.first)}
          <figcaption>{isLater ? captions.now : captions.first}</figcaption>
        </figure>
      );
    case 'difference':
      return (
        <figure className="pair-one">
          {image('difference', `What has changed from ${captions.first} to ${captions.now}`)}
          <figcaption>
            <span className="difference-key is-lighter">lighter than before</span>
            <span className="difference-key is-darker">darker than before</span>
            full colour from a difference of 30 in CIE L* on
          </figcaption>
        </figure>
      );
  }
}

/** A picture with the rule of its scale and what was measured over it. */
function Frame({
  pair: { width, height, pxPerMm },
  about,
  parts,
  window,
  children,
}: {
  pair: ShownPair;
  about: string;
  parts: readonly ShownPart[];
  window: Box | null;
  children: React.ReactNode;
}) {
  const thin = width / 500;
  const [left, bottom] = [width * 0.03, height * 0.96];
  return (
    <svg className="pair-picture" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={about}>
      {children}
      {window === null ? null : (
        <rect className="count-window" {...window} strokeWidth={1.5 * thin} />
      )}
      {parts.map(({ id, label, outline }) => (
        <g key={id} className="pair-part">
          <polygon
            points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
            strokeWidth={1.5 * thin}
          />
          <text x={outline[0]?.x} y={(outline[0]?.y ?? 0) - 3 * thin} fontSize={11 * thin}>
            {label}
          </text>
        </g>
      ))}
      <path className="pair-rule" d={`M${left},${bottom}h${10 * pxPerMm}`} strokeWidth={3 * thin} />
      <text className="pair-rule-text" x={left} y={bottom - 5 * thin} fontSize={12 * thin}>
        10 mm
      </text>
    </svg>
  );
}

/** Whether the later of two is shown now; turns over by itself while it is wanted. */
function useBlink(wanted: boolean): boolean {
  const [isLater, setLater] = useState(false);
  useEffect(() => {
    if (!wanted) return;
    const timer = setInterval(() => setLater((now) => !now), BLINK_MS);
    return () => clearInterval(timer);
  }, [wanted]);
  return isLater;
}

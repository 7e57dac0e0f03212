import type { InkColour, InkPart } from '@tidy-quill/core/look';
import type { SkinType } from '@tidy-quill/core/optics';
import sharp from 'sharp';

/** Numbers between 0 and 1 that are the same for the same seed (Marsaglia 2003, xorshift32). */
function numbers(seed: number): () => number {
  let state = seed | 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2 ** 32;
  };
}

const SKIN: Readonly<Record<SkinType, string>> = {
  1: '#f3dccb',
  2: '#ecccb2',
  3: '#ddb491',
  4: '#bd8a60',
  5: '#8d5b3a',
  6: '#5c3a26',
};

const [WIDTH, HEIGHT] = [960, 720];

/** A drawn patch of skin with hair stubble and the answer of a test spot: bumps and redness around the follicles. */
export async function skinPicture(of: {
  readonly type: SkinType;
  readonly seed: number;
  /** How red it is, 0–1. */
  readonly redness: number;
  readonly spotMm: number;
}): Promise<Buffer> {
  const next = numbers(of.seed);
  const hairs = Array.from({ length: 130 }, () => ({
    x: next() * WIDTH,
    y: next() * HEIGHT,
    turn: 60 + 30 * next(),
  }));
  const radius = of.spotMm * 16;
  const inSpot = ({ x, y }: { x: number; y: number }) =>
    Math.hypot(x - WIDTH / 2, y - HEIGHT / 2) < radius;
  const stubble = hairs.map(({ x, y, turn }) => {
    const angle = (turn * Math.PI) / 180;
    const [dx, dy] = [Math.cos(angle) * 14, Math.sin(angle) * 14];
    return `<path d="M${x},${y}l${dx},${dy}" stroke="#2a2320" stroke-width="3" stroke-linecap="round"/>`;
  });
  const bumps = hairs.filter(inSpot).map(
    ({ x, y }) =>
      `<circle cx="${x}" cy="${y}" r="15" fill="#b8392f" fill-opacity="${0.5 * of.redness}"/>
         <circle cx="${x - 3}" cy="${y - 4}" r="7" fill="#fff" fill-opacity="0.18"/>`,
  );
  const pores = Array.from(
    { length: 700 },
    () =>
      `<circle cx="${next() * WIDTH}" cy="${next() * HEIGHT}" r="1.6" fill="#000" fill-opacity="0.10"/>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <rect width="100%" height="100%" fill="${SKIN[of.type]}"/>${pores.join('')}
    <circle cx="${WIDTH / 2}" cy="${HEIGHT / 2}" r="${radius}" fill="#b8392f" fill-opacity="${0.12 * of.redness}"/>
    ${bumps.join('')}${stubble.join('')}
    <path d="M40,${HEIGHT - 40}h160" stroke="#fff" stroke-width="6"/>
    <text x="40" y="${HEIGHT - 54}" font-size="30" fill="#fff" font-family="sans-serif">10 mm</text>
  </svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 88 }).toBuffer();
}

// Ink under skin looks duller than it was.
const INK: Readonly<Record<InkColour, string>> = {
  black: '#20242c',
  grey: '#6a7078',
  brown: '#5b3a22',
  darkBlue: '#1f3a6b',
  lightBlue: '#5a93c4',
  green: '#2f7a4d',
  purple: '#6a3c86',
  red: '#a93036',
  orange: '#cf7431',
  yellow: '#d8b93a',
  skinColoured: '#c98f78',
  white: '#f2efe6',
};

const CM = WIDTH / 20;

/** A drawn design on skin, 20 cm wide, as much of its ink as is left. */
export async function tattooPicture(of: {
  readonly type: SkinType;
  readonly parts: readonly InkPart[];
  /** 0–1. */
  readonly left: number;
}): Promise<Buffer> {
  const next = numbers(23);
  const pores = Array.from(
    { length: 600 },
    () =>
      `<circle cx="${next() * WIDTH}" cy="${next() * HEIGHT}" r="1.5" fill="#000" fill-opacity="0.09"/>`,
  );
  const shapes = of.parts.map(({ outline, colour, density }) => {
    const path = outline.map(([x, y]) => `${x * CM},${y * CM}`).join(' ');
    const full = density === 'solid' ? 0.95 : density === 'medium' ? 0.8 : 0.65;
    return `<polygon points="${path}" fill="${INK[colour]}" fill-opacity="${full * of.left}" stroke="${INK[colour]}" stroke-opacity="${of.left}" stroke-width="3" stroke-linejoin="round"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <rect width="100%" height="100%" fill="${SKIN[of.type]}"/>${shapes.join('')}${pores.join('')}
    <path d="M40,${HEIGHT - 30}h${2 * CM}" stroke="#fff" stroke-width="6"/>
    <text x="40" y="${HEIGHT - 42}" font-size="26" fill="#fff" font-family="sans-serif">2 cm</text>
  </svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 88 }).toBuffer();
}

/** Linear light of the three channels of sRGB, 0–1. */
export type LinearRgb = readonly [number, number, number];

/** CIE 1976 L*a*b* under D65: lightness 0–100, green to red, blue to yellow. */
export interface Lab {
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

// White of D65, 2° observer (CIE 15:2004).
const [WHITE_X, WHITE_Z] = [0.95047, 1.08883];

const curve = (share: number) =>
  share > (6 / 29) ** 3 ? Math.cbrt(share) : share / (3 * (6 / 29) ** 2) + 4 / 29;

/** L*a*b* (D65) of linear sRGB (IEC 61966-2-1, CIE 15:2004). */
export function labOf([red, green, blue]: LinearRgb): Lab {
  const x = curve((0.4124564 * red + 0.3575761 * green + 0.1804375 * blue) / WHITE_X);
  const y = curve(0.2126729 * red + 0.7151522 * green + 0.072175 * blue);
  const z = curve((0.0193339 * red + 0.119192 * green + 0.9503041 * blue) / WHITE_Z);
  return { L: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
}

const rad = (degrees: number) => (degrees * Math.PI) / 180;
const hue = (a: number, b: number) =>
  a === 0 && b === 0 ? 0 : (Math.atan2(b, a) * 180) / Math.PI + (b < 0 ? 360 : 0);

/** How different two colours look: CIEDE2000, all weights 1 (Sharma, Wu and Dalal 2005). */
export function deltaE00(one: Lab, other: Lab): number {
  const meanC = (Math.hypot(one.a, one.b) + Math.hypot(other.a, other.b)) / 2;
  const stretch = 1 + 0.5 * (1 - Math.sqrt(meanC ** 7 / (meanC ** 7 + 25 ** 7)));
  const [a1, a2] = [one.a * stretch, other.a * stretch];
  const [c1, c2] = [Math.hypot(a1, one.b), Math.hypot(a2, other.b)];
  const [h1, h2] = [hue(a1, one.b), hue(a2, other.b)];
  const grey = c1 * c2 === 0;
  let turn = grey ? 0 : h2 - h1;
  if (turn > 180) turn -= 360;
  if (turn < -180) turn += 360;
  let h = h1 + h2;
  if (!grey) {
    const apart = Math.abs(h1 - h2) > 180;
    h = (apart ? (h < 360 ? h + 360 : h - 360) : h) / 2;
  }
  const [L, c] = [(one.L + other.L) / 2, (c1 + c2) / 2];
  const t =
    1 -
    0.17 * Math.cos(rad(h - 30)) +
    0.24 * Math.cos(rad(2 * h)) +
    0.32 * Math.cos(rad(3 * h + 6)) -
    0.2 * Math.cos(rad(4 * h - 63));
  const off = (L - 50) ** 2;
  const dL = (other.L - one.L) / (1 + (0.015 * off) / Math.sqrt(20 + off));
  const dC = (c2 - c1) / (1 + 0.045 * c);
  const dH = (2 * Math.sqrt(c1 * c2) * Math.sin(rad(turn / 2))) / (1 + 0.015 * c * t);
  const around = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const twist = -Math.sin(rad(2 * around)) * 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  return Math.sqrt(dL ** 2 + dC ** 2 + dH ** 2 + twist * dC * dH);
}

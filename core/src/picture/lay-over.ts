import { labOf, type LinearRgb } from './colour';
import { inverted, mapped, type Homography } from './map-points';
import { median } from './median';
import { LINEAR, sRgbStep, type Pixels, type Plane } from './pixels';
import { reflectance, type CardColours } from './read-card';

type Channels = CardColours['channels'];

/** A picture that lies over another, and which of its places it shows: 1 where it does. */
export interface LaidOver {
  readonly picture: Pixels;
  readonly shown: Uint8Array;
}

/**
 * A picture as it lies over another one.
 *
 * @param map from px of the picture to px of what it is laid over
 */
export function laidOver(
  picture: Pixels,
  map: Homography,
  { width, height }: { readonly width: number; readonly height: number },
): LaidOver {
  const back = inverted(map);
  const data = new Uint8ClampedArray(4 * width * height);
  const shown = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const from = mapped(back, { x, y });
      const [left, top] = [Math.floor(from.x), Math.floor(from.y)];
      if (left < 0 || top < 0 || left + 1 >= picture.width || top + 1 >= picture.height) continue;
      const [right, down] = [from.x - left, from.y - top];
      const upper = 4 * (top * picture.width + left);
      const lower = upper + 4 * picture.width;
      const to = 4 * (y * width + x);
      for (let channel = 0; channel < 3; channel++) {
        const above =
          (picture.data[upper + channel] ?? 0) * (1 - right) +
          (picture.data[upper + 4 + channel] ?? 0) * right;
        const below =
          (picture.data[lower + channel] ?? 0) * (1 - right) +
          (picture.data[lower + 4 + channel] ?? 0) * right;
        data[to + channel] = above * (1 - down) + below * down;
      }
      data[to + 3] = 255;
      shown[y * width + x] = 1;
    }
  }
  return { picture: { width, height, data }, shown };
}

/** A picture in the light that its card shows: each channel as the reflectance that it stands for. */
export function inTrueColour(picture: Pixels, channels: Channels): Pixels {
  const steps = [0, 1, 2].map((channel) =>
    Uint8ClampedArray.from({ length: 256 }, (_, step) => {
      const seen = LINEAR[step] ?? 0;
      return sRgbStep(reflectance(channels, [seen, seen, seen])[channel] ?? 0);
    }),
  );
  const data = new Uint8ClampedArray(picture.data);
  for (let at = 0; at < data.length; at += 4) {
    for (let channel = 0; channel < 3; channel++) {
      data[at + channel] = steps[channel]?.[data[at + channel] ?? 0] ?? 0;
    }
  }
  return { ...picture, data };
}

/** Every so many pixels are enough for the middle of a picture's light. */
const EVERY = 7;

/** The channels that bring a picture which lies over another to the other's light, by the middle of what both show: skin, mostly. */
export function lightLike(first: Pixels, { picture, shown }: LaidOver): Channels {
  const gain = (channel: number) => {
    const [one, other]: [number[], number[]] = [[], []];
    for (let at = 0; at < shown.length; at += EVERY) {
      if (shown[at] === 0) continue;
      one.push(LINEAR[first.data[4 * at + channel] ?? 0] ?? 0);
      other.push(LINEAR[picture.data[4 * at + channel] ?? 0] ?? 0);
    }
    return { gain: Math.max(1e-3, median(other)) / Math.max(1e-3, median(one)), bend: 1 };
  };
  return [gain(0), gain(1), gain(2)];
}

/**
 * By how much each place became lighter (above 0) or darker since the first picture, as a difference of CIE L*, over a square of
 * so many pixels; NaN where one of them shows nothing.
 */
export function lightened(first: Pixels, now: LaidOver, side: number): Plane {
  const { width, height } = first;
  const values = new Float32Array(width * height).fill(NaN);
  const step = Math.max(1, Math.round(side));
  const lightness = ({ data }: Pixels, left: number, top: number) => {
    let [red, green, blue, many] = [0, 0, 0, 0];
    for (let y = top; y < Math.min(height, top + step); y++) {
      for (let x = left; x < Math.min(width, left + step); x++) {
        if (now.shown[y * width + x] === 0) continue;
        const from = 4 * (y * width + x);
        red += LINEAR[data[from] ?? 0] ?? 0;
        green += LINEAR[data[from + 1] ?? 0] ?? 0;
        blue += LINEAR[data[from + 2] ?? 0] ?? 0;
        many++;
      }
    }
    const light: LinearRgb = [red / many, green / many, blue / many];
    return many === 0 ? NaN : labOf(light).L;
  };
  for (let top = 0; top < height; top += step) {
    for (let left = 0; left < width; left += step) {
      const more = lightness(now.picture, left, top) - lightness(first, left, top);
      for (let y = top; y < Math.min(height, top + step); y++) {
        values.fill(more, y * width + left, y * width + Math.min(width, left + step));
      }
    }
  }
  return { width, height, values };
}

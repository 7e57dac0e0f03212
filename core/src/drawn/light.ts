import type { LinearRgb, Pixels } from '../picture';
import { sRgbStep } from '../picture';
import { normals } from './numbers';

/** What a camera makes of a scene. */
export interface Taking {
  /** How much darker the far side is than the near one, 0–1, and from which side the light comes, rad. */
  readonly gradient: number;
  readonly gradientFrom: number;
  /** What red, green and blue come out as, of 1. */
  readonly balance: LinearRgb;
  /** By how many stops it is brighter (above 0) or darker than a camera would choose. */
  readonly exposureEv: number;
  /** Standard deviation of what the sensor adds, of the whole range of sRGB. */
  readonly noise: number;
}

export const EVEN_LIGHT: Taking = {
  gradient: 0,
  gradientFrom: 0,
  balance: [1, 1, 1],
  exposureEv: 0,
  noise: 0,
};

/** Reflectances of a scene, three a pixel, linear light 0–1. */
export interface Scene {
  readonly width: number;
  readonly height: number;
  readonly rgb: Float32Array;
}

/** A scene of one colour. */
export function sceneOf(width: number, height: number, colour: LinearRgb): Scene {
  const rgb = new Float32Array(3 * width * height);
  const [red, green, blue] = colour;
  for (let at = 0; at < rgb.length; at += 3) {
    rgb[at] = red;
    rgb[at + 1] = green;
    rgb[at + 2] = blue;
  }
  return { width, height, rgb };
}

/** Lets a colour cover a share of a pixel, 0–1. */
export function cover({ rgb }: Scene, pixel: number, share: number, colour: LinearRgb): void {
  for (let channel = 0; channel < 3; channel++) {
    const at = 3 * pixel + channel;
    const below = rgb[at] ?? 0;
    rgb[at] = below + share * ((colour[channel] ?? 0) - below);
  }
}

/** What a camera lets white come out as, so that nothing bright is lost. */
const CHOSEN = 0.7;

const FINE = 8192;

/** sRGB steps of as many shades of linear light: looked up, as every pixel asks three times. */
const STEPS = Float32Array.from({ length: FINE + 1 }, (_, shade) => sRgbStep(shade / FINE));

/** Takes the picture: light, exposure, balance, noise, and the steps of sRGB. */
export function take(scene: Scene, taking: Taking, next: () => number): Pixels {
  const { width, height, rgb } = scene;
  const data = new Uint8ClampedArray(4 * width * height);
  const gain = CHOSEN * 2 ** taking.exposureEv;
  const [dx, dy] = [Math.cos(taking.gradientFrom), Math.sin(taking.gradientFrom)];
  const reach = Math.abs(dx) * width + Math.abs(dy) * height;
  const noise = normals(next);
  const deviation = 255 * taking.noise;
  const [red, green, blue] = taking.balance;
  const stepOf = (linear: number) =>
    (STEPS[Math.min(FINE, Math.max(0, Math.round(FINE * linear)))] ?? 0) +
    (deviation === 0 ? 0 : deviation * noise());
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const far = 0.5 + (dx * (x - width / 2) + dy * (y - height / 2)) / reach;
      const light = gain * (1 - taking.gradient * far);
      const pixel = y * width + x;
      data[4 * pixel] = stepOf((rgb[3 * pixel] ?? 0) * light * red);
      data[4 * pixel + 1] = stepOf((rgb[3 * pixel + 1] ?? 0) * light * green);
      data[4 * pixel + 2] = stepOf((rgb[3 * pixel + 2] ?? 0) * light * blue);
      data[4 * pixel + 3] = 255;
    }
  }
  return { width, height, data };
}

/** A taking at random within the ranges of an ordinary clinic room. */
export function someTaking(next: () => number): Taking {
  const within = (most: number) => (2 * next() - 1) * most;
  return {
    gradient: 0.3 * next(),
    gradientFrom: 2 * Math.PI * next(),
    balance: [1 + within(0.15), 1, 1 + within(0.15)],
    exposureEv: within(0.7),
    noise: 0.03 * next(),
  };
}

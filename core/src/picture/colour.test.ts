import { describe, expect, it } from 'vitest';
import { deltaE00, labOf, type Lab } from './colour';

const lab = (L: number, a: number, b: number): Lab => ({ L, a, b });

describe('how different two colours look', () => {
  // Sharma, Wu and Dalal (2005), table 1: pairs 1, 4, 7, 11, 14, 17, 20, 24, 25, 31, 33 and 34.
  it.each([
    [lab(50, 2.6772, -79.7751), lab(50, 0, -82.7485), 2.0425],
    [lab(50, -1.3802, -84.2814), lab(50, 0, -82.7485), 1.0],
    [lab(50, 0, 0), lab(50, -1, 2), 2.3669],
    [lab(50, 2.49, -0.001), lab(50, -2.49, 0.0011), 7.2195],
    [lab(50, -0.001, 2.49), lab(50, 0.001, -2.49), 4.8045],
    [lab(50, 2.5, 0), lab(73, 25, -18), 27.1492],
    [lab(50, 2.5, 0), lab(58, 24, 15), 19.4535],
    [lab(50, 2.5, 0), lab(50, 3.2592, 0.335), 1.0],
    [lab(60.2574, -34.0099, 36.2677), lab(60.4626, -34.1751, 39.4387), 1.2644],
    [lab(90.9257, -0.5406, -0.9208), lab(88.6381, -0.8985, -0.7239), 1.5381],
    [lab(6.7747, -0.2908, -2.4247), lab(5.8714, -0.0985, -2.2286), 0.6377],
    [lab(2.0776, 0.0795, -1.135), lab(0.9033, -0.0636, -0.5514), 0.9082],
  ])('is as published', (one, other, difference) => {
    expect(deltaE00(one, other)).toBeCloseTo(difference, 4);
    expect(deltaE00(other, one)).toBeCloseTo(difference, 4);
  });
});

describe('the colour of light', () => {
  it('is white, a middle grey and pure red where sRGB has them', () => {
    expect(labOf([1, 1, 1]).L).toBeCloseTo(100, 3);
    // Reflectance 0.184 is the lightness 50: 116 × ∛0.18418 − 16.
    expect(labOf([0.18418, 0.18418, 0.18418]).L).toBeCloseTo(50, 2);
    const red = labOf([1, 0, 0]);
    expect(red.L).toBeCloseTo(53.24, 1);
    expect(red.a).toBeCloseTo(80.09, 1);
    expect(red.b).toBeCloseTo(67.2, 1);
  });
});

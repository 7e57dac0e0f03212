/**
 * Bessel function J₁ from its integral (1/π)∫₀^π cos(τ − x sin τ) dτ. The trapezoid rule on a periodic
 * integrand converges faster than any power once it has more points than x.
 */
export function besselJ1(x: number): number {
  const count = Math.ceil(Math.abs(x)) + 40;
  let sum = 0;
  for (let i = 1; i < count; i++) {
    const angle = (Math.PI * i) / count;
    sum += Math.cos(angle - x * Math.sin(angle));
  }
  // The ends, cos(0) and cos(π), cancel.
  return sum / count;
}

/** Exponential integral E₁ for x > 0: series below 1, continued fraction (Lentz) above. */
function exponentialIntegral1(x: number): number {
  if (x < 1) {
    const EULER = 0.5772156649015329;
    let term = 1;
    let sum = 0;
    for (let n = 1; n < 40; n++) {
      term *= -x / n;
      sum -= term / n;
      if (Math.abs(term) < 1e-17) break;
    }
    return sum - Math.log(x) - EULER;
  }
  let b = x + 1;
  let c = 1e300;
  let d = 1 / b;
  let h = d;
  for (let n = 1; n < 200; n++) {
    const a = -n * n;
    b += 2;
    d = 1 / (a * d + b);
    c = b + a / c;
    const change = c * d;
    h *= change;
    if (Math.abs(change - 1) < 1e-15) break;
  }
  return h * Math.exp(-x);
}

/** Exponential integral E₂, x ≥ 0. */
export function exponentialIntegral2(x: number): number {
  return x === 0 ? 1 : Math.exp(-x) - x * exponentialIntegral1(x);
}

/** Exponential integral E₃, x ≥ 0. */
export function exponentialIntegral3(x: number): number {
  return (Math.exp(-x) - x * exponentialIntegral2(x)) / 2;
}

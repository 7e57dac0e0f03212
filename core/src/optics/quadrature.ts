/** Nodes and weights of a rule on [low, high]. */
export interface Rule {
  readonly nodes: Float64Array;
  readonly weights: Float64Array;
}

const unitRules = new Map<number, Rule>();

/** Gauss–Legendre rule of `count` points on [low, high]; roots by Newton from the usual cosine guess. */
export function gaussLegendre(count: number, low: number, high: number): Rule {
  const unit = unitRule(count);
  const half = (high - low) / 2;
  return {
    nodes: unit.nodes.map((node) => low + half * (node + 1)),
    weights: unit.weights.map((weight) => weight * half),
  };
}

function unitRule(count: number): Rule {
  const known = unitRules.get(count);
  if (known !== undefined) return known;
  const nodes = new Float64Array(count);
  const weights = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let x = -Math.cos((Math.PI * (i + 0.75)) / (count + 0.5));
    let slope = 0;
    for (let step = 0; step < 100; step++) {
      const { value, derivative } = legendre(count, x);
      slope = derivative;
      const change = value / derivative;
      x -= change;
      if (Math.abs(change) < 1e-15) break;
    }
    nodes[i] = x;
    weights[i] = 2 / ((1 - x * x) * slope * slope);
  }
  const rule = { nodes, weights };
  unitRules.set(count, rule);
  return rule;
}

function legendre(degree: number, x: number): { value: number; derivative: number } {
  let previous = 1;
  let value = x;
  for (let n = 2; n <= degree; n++) {
    [previous, value] = [value, ((2 * n - 1) * x * value - (n - 1) * previous) / n];
  }
  return { value, derivative: (degree * (x * value - previous)) / (x * x - 1) };
}

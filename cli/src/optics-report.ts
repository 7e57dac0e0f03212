import { performance } from 'node:perf_hooks';
import { monteCarlo, type MonteCarloInput } from '@tidy-quill/core/optics';
import { defined } from '@tidy-quill/core/units';

/** A Monte Carlo run in figures, with how fast it went; depths carry their ratio and its error. */
export function opticsReport(input: MonteCarloInput) {
  const from = performance.now();
  const result = monteCarlo(input);
  const seconds = (performance.now() - from) / 1000;
  const { specularReflectance, diffuseReflectance, transmittance, absorbed, standardError } =
    result;
  return {
    specularReflectance,
    diffuseReflectance,
    transmittance,
    absorbed,
    standardError: {
      specularReflectance: standardError.specularReflectance,
      diffuseReflectance: standardError.diffuseReflectance,
      transmittance: standardError.transmittance,
      absorbed: standardError.absorbed,
    },
    packetsPerSecond: result.packets / seconds,
    ...(input.depthsMm === undefined
      ? {}
      : {
          fluenceRatio: input.depthsMm.map((depthMm, i) => ({
            depthMm,
            ratio: defined(result.fluenceRatio[i]),
            standardError: defined(standardError.fluenceRatio[i]),
          })),
        }),
  };
}

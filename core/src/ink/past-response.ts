import { fluenceRatio } from '../optics';
import { likePulse, sameBand, type ToldHere } from '../plan';
import { borne } from '../reaction';
import { defined, longestSideMm, type Spot } from '../units';
import { workingSkinOf, type InkCase } from './case';
import { AIR, DERMIS_MM, EPIDERMIS_UM, INK_DEPTH_MM } from './selectivity';

// A fluence is compared as it stands within ±1 mm of its spot.
const LIKE_SPOT_MM = 1;

/**
 * What earlier sessions and test spots of the same band tell about a setting on ink. A like pulse at a like spot counts
 * as it stands. What was borne strongly or badly at another spot counts through the fluence at the ink's depth: a larger
 * spot brings more light down, so the same fluence does more. What was borne badly counts whatever the pulse.
 */
export function inkToldHere(
  of: Pick<InkCase, 'subject'>,
  here: { readonly wavelengthNm: number; readonly pulseMs: number; readonly spot: Spot },
): readonly ToldHere[] {
  return of.subject.history.flatMap((session): ToldHere[] => {
    if (!sameBand(session.wavelengthNm, here.wavelengthNm)) return [];
    const { fluenceJcm2, spot, pulseMs } = session.setting;
    const how = borne(session.answer);
    // Of a console that nobody here has measured nothing can be converted.
    if (session.typedIn === true) return [{ session, fluenceJcm2, how: 'asItStands' }];
    const samePulse = likePulse(pulseMs, here.pulseMs);
    if (!samePulse && how !== 'badly') return [];
    if (Math.abs(longestSideMm(spot) - longestSideMm(here.spot)) <= LIKE_SPOT_MM + 1e-9) {
      return [{ session, fluenceJcm2, how: samePulse ? 'alike' : 'asItStands' }];
    }
    if (how === 'well') return [];
    const factor = atDepth(of, here.wavelengthNm, spot) / atDepth(of, here.wavelengthNm, here.spot);
    return [{ session, fluenceJcm2: fluenceJcm2 * factor, how: 'converted' }];
  });
}

/** φ/F at the depth of this ink under a spot. */
function atDepth(of: Pick<InkCase, 'subject'>, wavelengthNm: number, spot: Spot): number {
  const { melanosomeFraction } = workingSkinOf(of);
  const depthMm = INK_DEPTH_MM[of.subject.ink.origin].at;
  const [ratio] = fluenceRatio({
    wavelengthNm,
    spot,
    surface: AIR,
    skin: { melanosomeFraction, epidermisUm: EPIDERMIS_UM, dermisMm: DERMIS_MM },
    depthsMm: [depthMm],
  });
  return defined(ratio);
}

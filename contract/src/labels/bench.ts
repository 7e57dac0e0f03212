import type { Evaluation, Setting, Subject } from '@tidy-quill/core/plan';
import { CALIBRE_WORDS, DENSITY_WORDS, HAIR_COLOUR_WORDS, TAN_WORDS } from './words';
import { figure, skinTypeText, spotText } from './format';
import { pulseText } from './settings';
import { SITE_WORDS } from './area';

/** One state of the bench: who, with what, and what follows. */
export interface BenchState {
  readonly subject: Subject;
  readonly setting: Setting;
  readonly wavelengthNm: number;
  readonly evaluation: Evaluation;
}

interface Changed {
  readonly what: string;
  /** Why skin and hair take it so. */
  readonly why: string;
}

/**
 * What one change did to skin and hair, and why, in a sentence; null where nothing changed, or so much at once that no
 * single reason holds.
 */
export function changeSentence(before: BenchState, after: BenchState): string | null {
  const changes = changesOf(before, after);
  const [only] = changes;
  if (only === undefined || changes.length > 1) return null;
  const [was, is] = [before.evaluation.model, after.evaluation.model];
  if (was === null || is === null) {
    return `${only.what}: the model gives no number here, so only device, protocol and past response limit.`;
  }
  const moves = [
    moveText('the skin ceiling', was.ceilingJcm2, is.ceilingJcm2),
    moveText('the lowest working fluence', was.floorJcm2, is.floorJcm2),
  ].filter((text) => text !== null);
  const said = moves.length === 0 ? 'skin and hair need the same as before' : moves.join(', and ');
  return `${only.what}: ${said}. ${only.why}`;
}

// Less is within what the figures show.
const SAME_SHARE = 0.01;

function moveText(name: string, was: number | null, is: number | null): string | null {
  if (was === null || is === null) {
    if (was === is) return null;
    return is === null
      ? `nothing selective is left for the hair`
      : `${name} begins at ${figure(is)} J/cm²`;
  }
  if (Math.abs(is - was) <= SAME_SHARE * was) return null;
  return `${name} ${is > was ? 'rises' : 'falls'} from ${figure(was)} to ${figure(is)} J/cm²`;
}

function changesOf(one: BenchState, other: BenchState): readonly Changed[] {
  const [a, b] = [one.setting, other.setting];
  const [from, to] = [one.subject, other.subject];
  const pair = (name: string, was: string, is: string, why: string): Changed[] =>
    was === is ? [] : [{ what: `${name} ${was} → ${is}`, why }];
  const same = a.handpieceId === b.handpieceId;
  return [
    ...pair(
      'Site',
      SITE_WORDS[from.site],
      SITE_WORDS[to.site],
      'Skin is thicker or thinner there, and roots lie at another depth.',
    ),
    ...pair('Skin type', skinTypeText(from.skin.type), skinTypeText(to.skin.type), MELANIN),
    ...pair('Tan:', TAN_WORDS[from.skin.tan], TAN_WORDS[to.skin.tan], MELANIN),
    ...pair('Freckles:', String(from.skin.freckled), String(to.skin.freckled), MELANIN),
    ...pair('Melanin reading', reading(from), reading(to), MELANIN),
    ...pair(
      'Hair colour',
      HAIR_COLOUR_WORDS[from.hair.colour],
      HAIR_COLOUR_WORDS[to.hair.colour],
      'The darker the hair, the more of the light it absorbs; the skin is the same.',
    ),
    ...pair(
      'Hair',
      hairText(from),
      hairText(to),
      'A thicker hair holds its heat longer and absorbs more; a finer one loses it during the pulse.',
    ),
    ...pair(
      'Density',
      DENSITY_WORDS[from.hair.density],
      DENSITY_WORDS[to.hair.density],
      'Dense dark hair adds heat to the skin between: the start is lower, each hair needs the same.',
    ),
    ...(same
      ? []
      : [{ what: 'Another handpiece', why: wavelengthWhy(one.wavelengthNm, other.wavelengthNm) }]),
    ...(same
      ? pair(
          'Technique',
          a.technique,
          b.technique,
          'One full pulse a place heats at once; in motion, heat builds up from pass to pass.',
        )
      : []),
    ...(same
      ? pair(
          'Pulse',
          pulseText(a.pulseMs),
          pulseText(b.pulseMs),
          'A longer pulse leaves the epidermis time to lose heat to the cooling; hair loses some of its heat meanwhile too.',
        )
      : []),
    ...(same
      ? pair(
          'Spot',
          spotText(a.spot),
          spotText(b.spot),
          'A larger spot sends more light deep and scatters more of it back under the surface: less fluence is needed, and less is borne.',
        )
      : []),
    ...(same
      ? pair(
          'Cooling',
          JSON.stringify([a.cooling, a.added]),
          JSON.stringify([b.cooling, b.added]),
          'Colder skin may take more before it is harmed; the root lies too deep to be cooled by it.',
        ).map(({ why }) => ({ what: 'Cooling', why }))
      : []),
    ...(same
      ? pair(
          'Passes',
          String(a.passes),
          String(b.passes),
          'More passes add heat before it has left; each pulse must be milder.',
        )
      : []),
    ...(same
      ? pair(
          'Rate',
          `${figure(a.rateHz)} Hz`,
          `${figure(b.rateHz)} Hz`,
          'Faster pulses leave less time between passes for heat to leave the skin.',
        )
      : []),
    ...(same && one.subject === other.subject
      ? pair(
          'Fluence',
          `${figure(a.fluenceJcm2, 2)} J/cm²`,
          `${figure(b.fluenceJcm2, 2)} J/cm²`,
          fluenceWhy(other),
        )
      : []),
  ];
}

const MELANIN =
  'More melanin in the epidermis absorbs more of the light on its way: the skin heats sooner, and less reaches the hair.';

const reading = ({ skin }: Subject) =>
  skin.measuredFraction === null ? 'none' : `${figure(100 * skin.measuredFraction)} %`;

const hairText = ({ hair }: Subject) =>
  hair.diameterUm === undefined ? CALIBRE_WORDS[hair.calibre] : `${hair.diameterUm} µm`;

const wavelengthWhy = (was: number, is: number) =>
  Math.abs(was - is) < 5
    ? 'The light is the same: pulse, spot and cooling of the device make the difference.'
    : is > was
      ? 'Melanin absorbs less of the longer wavelength: the skin is spared and so is the hair, while the light reaches deeper.'
      : 'Melanin absorbs more of the shorter wavelength: the hair heats sooner, and so does the skin.';

function fluenceWhy({ setting, evaluation: { model } }: BenchState): string {
  if (model === null) return '';
  const share = Math.round((100 * setting.fluenceJcm2) / model.ceilingJcm2);
  return `Neither limit depends on it: this uses ${share} % of the skin ceiling.`;
}

import type { RiskCode } from './risks';

export const PHOTO_USES = ['record', 'teaching', 'publication'] as const;

/** What photographs may be used for; each is asked for by itself. */
export type PhotoUse = (typeof PHOTO_USES)[number];

export const CONSENT_KINDS = ['hair', 'ink', 'photographs'] as const;

export type ConsentKind = (typeof CONSENT_KINDS)[number];

/** The clinic's wording: one document, in versions that a supervisor approves. */
export interface ConsentTexts {
  /** How long a signed consent holds, months. */
  readonly validMonths: number;
  /**
   * By kind: a title, and paragraphs in which {client}, {area} and {clinic} stand for this client's own.
   */
  readonly texts: Readonly<Record<ConsentKind, { readonly title: string; readonly body: string }>>;
  readonly risks: Readonly<Record<RiskCode, string>>;
  readonly uses: Readonly<Record<PhotoUse, string>>;
}

/** What ships: plain words to begin with, for the clinic and its adviser to make their own. */
export const STANDARD_CONSENTS: ConsentTexts = {
  validMonths: 12,
  texts: {
    hair: {
      title: 'Consent to laser or light hair removal',
      body: [
        'I, {client}, agree to hair removal by laser or pulsed light on this area: {area}, at {clinic}.',
        'The light heats the pigment in the hair. Most people need several visits, weeks apart. Hair becomes less and finer; nobody can promise that all of it goes or stays away, and white, grey and most blond hair does not answer at all.',
        'It stings. I may stop at any moment. A test spot comes first where the clinic asks for one.',
        'I have told the clinic about my health, medicines, sun and earlier reactions, and will say what changes. I will keep to the aftercare I am given.',
        'I may withdraw this consent at any time, without giving a reason.',
      ].join('\n\n'),
    },
    ink: {
      title: 'Consent to laser tattoo removal',
      body: [
        'I, {client}, agree to the removal of ink by laser on this area: {area}, at {clinic}.',
        'Very short pulses break the ink up, and the body carries it away over weeks. It takes several visits, often eight to fifteen, at least six weeks apart. Nobody can promise that all ink goes; the skin may look different where it was.',
        'It hurts, and the skin whitens at once, swells and may blister. I may stop at any moment. A test spot comes first where the clinic asks for one.',
        'I have told the clinic about my health, medicines, sun and earlier reactions, and will say what changes. I will keep to the aftercare I am given.',
        'I may withdraw this consent at any time, without giving a reason.',
      ].join('\n\n'),
    },
    photographs: {
      title: 'Consent to photographs',
      body: [
        'I, {client}, agree that {clinic} takes photographs of this area: {area}, for the uses marked below.',
        'Treatment does not depend on it. I may withdraw any use at any time; what was published cannot always be taken back.',
      ].join('\n\n'),
    },
  },
  risks: {
    redness: 'Redness, swelling and stinging for hours to a few days: nearly everyone.',
    blister: 'Blisters and crusts, a few in a hundred.',
    darkening: 'Darker patches, mostly fading within months.',
    lightening: 'Lighter patches, which may stay.',
    scar: 'A scar: rare.',
    keloid: 'A raised or spreading scar, as you have had one before.',
    bruise: 'Bruises or small bleeding under the skin.',
    coldSore: 'Cold sores waking up.',
    moreHair: 'More or longer hair near the area instead of less: seldom, most on the face.',
    poorResult: 'Little or no effect on hair with little pigment or a hormonal cause.',
    legHealing: 'Slow healing on leg and foot.',
    eye: 'Injury to the eye, prevented by shields that stay on throughout.',
    inkDarkening: 'Light, skin-coloured or cosmetic ink turning dark at once.',
    inkAllergy: 'Allergy to the ink, near it or all over the body.',
    inkRemains: 'Some ink, or a shadow or texture of the design, staying for good.',
  },
  uses: {
    record: 'My record: to compare from visit to visit.',
    teaching: 'Teaching staff and trainees; my face and name not shown.',
    publication: 'Publication, on paper or on line; my face and name not shown.',
  },
};

/** What a client reads and signs. */
export interface FilledConsent {
  readonly title: string;
  readonly paragraphs: readonly string[];
}

/** Puts a client's own particulars into the clinic's words. */
export function fillConsent(
  { texts }: ConsentTexts,
  kind: ConsentKind,
  own: { readonly client: string; readonly area: string; readonly clinic: string },
): FilledConsent {
  const fill = (text: string) =>
    text.replace(/\{(client|area|clinic)\}/g, (_, name: keyof typeof own) => own[name]);
  const { title, body } = texts[kind];
  return {
    title: fill(title),
    paragraphs: body
      .split(/\n\s*\n/)
      .map((paragraph) => fill(paragraph.trim()))
      .filter((paragraph) => paragraph !== ''),
  };
}

import { hairCycleOf, steadyShares, type HowMany, type VisitOffer } from '@tidy-quill/core/course';
import type { HairFindings } from '@tidy-quill/core/events';
import { intervalWeeksOf, type ClinicalFigures } from '@tidy-quill/core/figures';
import type { SiteId } from '@tidy-quill/core/sites';
import { defined } from '@tidy-quill/core/units';
import { figure, skinTypeText } from '../labels/format';
import { clientWords, ENGLISH, type ClientWords } from './client-words';

/** For which hair and skin an expectation is told, and what may be hoped for; null where nobody has looked. */
export interface Offered {
  readonly found: Pick<HairFindings, 'hair' | 'skin'>;
  readonly works: VisitOffer['works'];
}

export const offeredOf = (
  found: Pick<HairFindings, 'hair' | 'skin'> | null,
  offer: VisitOffer | null,
): Offered | null => (found === null || offer === null ? null : { found, works: offer.works });

const percent = (share: number) => `${figure(share * 100, 0)} %`;

type Words = ClientWords<'consents'>;

/** What may be expected of hair at a site, in plain words, for whoever is to be treated; `many` is null once the course has begun. */
export function expectationLines(
  site: SiteId,
  own: ClinicalFigures,
  many: readonly HowMany[] | null,
  offered: Offered | null = null,
  words: Words = clientWords('consents', ENGLISH),
): readonly string[] {
  const { say } = words;
  const { growthWeeks, restWeeks } = hairCycleOf(site, own);
  const visits = many === null ? null : visitsAndMonths(many, intervalWeeksOf(own, site), words);
  return [
    say('expect.cycle', {
      area: words.area({ site, side: 'whole' }),
      growth: growthWeeks,
      rest: restWeeks,
      share: percent(steadyShares(hairCycleOf(site, own)).growing),
    }),
    ...expected(offered, visits, words),
    say('expect.finer'),
    say('expect.noResponse'),
  ];
}

/** “5–13 visits, about 6 weeks apart, over 6–17 months, until …”. */
function visitsAndMonths(many: readonly HowMany[], weeks: number, { say }: Words): string {
  const { few, likely, many: most } = defined(many.find((each) => each.below === 0.2)).visits;
  const months = (visits: number) => Math.max(1, Math.round(((visits - 1) * weeks * 7) / 30.4));
  const range = (from: number, to: number) => (from === to ? String(from) : `${from}–${to}`);
  const number = () => {
    if (likely === null || few === null) return say('visits.many');
    if (most === null) return say('visits.atLeast', { number: few });
    return most === 1 ? say('visits.one') : say('visits.number', { number: range(few, most) });
  };
  const visits = number();
  return few === null || most === null
    ? say('visits.apart', { visits, weeks })
    : say('visits.over', { visits, weeks, months: range(months(few), months(most)) });
}

/** What this hair may be hoped to do; nothing where a course has begun and says better itself how many visits are to come. */
function expected(offered: Offered | null, visits: string | null, { say }: Words): string[] {
  if (offered === null) return visits === null ? [] : [say('expect.visits', { visits })];
  const { hair, skin } = offered.found;
  const who = say('who', {
    colour: say(`colour.${hair.colour}`),
    calibre: say(`calibre.${hair.calibre}`),
    type: skinTypeText(skin.type),
  });
  switch (offered.works) {
    case 'noTarget':
      return [say('expect.noTarget', { who })];
    case 'tooLittle':
      return [say('expect.tooLittle', { who })];
    case 'unknown': {
      const unless = visits === null ? '' : ` ${say('expect.ifItResponds', { visits })}`;
      return [`${say('expect.unknown', { who })}${unless}`];
    }
    case 'inPart':
    case 'toTheBulb':
      return visits === null ? [] : [say('expect.visitsFor', { who, visits })];
  }
}

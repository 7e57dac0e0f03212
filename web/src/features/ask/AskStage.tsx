import './ask.css';
import { Skeleton } from 'antd';

import { useVisit } from '../visit/use-visit';
import { LanguageNotice } from '../languages/LanguageNotice';
import { AskHistory } from './AskHistory';
import { lazily } from '../../widgets/lazily';
import { useSearch } from '../../app/use-search';

const ConsentPart = lazily(
  async () => (await import('../consent/ConsentPart')).ConsentPart,
  <Skeleton active />,
);

const PARTS = { history: 'History', consent: 'Consent' } as const;

/** Ask in two parts: what the client says and what it means, then the consent. */
export function AskStage() {
  const { consented, languageGap } = useVisit('consented', 'languageGap');
  const [search, setSearch] = useSearch();
  const part = search.get('part') === 'consent' ? 'consent' : 'history';
  const go = (next: keyof typeof PARTS) =>
    setSearch((before) => {
      before.delete('sign');
      if (next === 'history') before.delete('part');
      else before.set('part', next);
      return before;
    });
  return (
    <>
      <div className="stage-parts" role="tablist" aria-label="Parts of Ask">
        {(Object.keys(PARTS) as (keyof typeof PARTS)[]).map((each) => (
          <button
            key={each}
            type="button"
            role="tab"
            className="tab-link"
            aria-selected={part === each}
            onClick={() => go(each)}
          >
            {PARTS[each]}
            {each === 'consent' ? <span>{consented ? ' ✓' : ' · not signed'}</span> : null}
          </button>
        ))}
      </div>
      {consented ? null : <LanguageNotice gap={languageGap} />}
      {part === 'consent' ? <ConsentPart /> : <AskHistory onConsent={() => go('consent')} />}
    </>
  );
}

import './zones.css';
import type { Area } from '@tidy-quill/contract/clients';
import type { SiteId } from '@tidy-quill/core/sites';
import { areaText } from '../../text';
import { BODY_PARTS, OUTLINES, VIEW_BOX, type BodyView } from './body-shapes';

interface Part {
  readonly site: SiteId;
  readonly side: Area['side'];
}

const VIEW_WORDS: Readonly<Record<BodyView, string>> = {
  front: 'Front',
  back: 'Back',
  face: 'Face',
};

/**
 * A drawn body to choose an area on, by mouse or touch. Whoever uses keys or a screen reader takes the list of sites
 * beside it, which names the same.
 */
export function BodyMap({
  chosen,
  offered,
  onChoose,
}: {
  chosen: { readonly site: SiteId | null; readonly side: Area['side'] | null };
  /** The sites that may be chosen. */
  offered: readonly SiteId[];
  onChoose: (part: Part) => void;
}) {
  const isChosen = ({ site, side }: Part) =>
    site === chosen.site && (side === chosen.side || chosen.side === 'both');
  return (
    <div className="body-map" aria-hidden>
      {(Object.keys(VIEW_BOX) as BodyView[]).map((view) => (
        <figure key={view} className={`body-${view}`}>
          <svg viewBox={VIEW_BOX[view]}>
            {OUTLINES[view].map((path) => (
              <path key={path} d={path} className="body-outline" />
            ))}
            {BODY_PARTS[view]
              .filter(({ site }) => offered.includes(site))
              .map((part) => (
                <path
                  key={`${part.site} ${part.side}`}
                  d={part.path}
                  className={`body-part ${isChosen(part) ? 'is-chosen' : ''}`}
                  data-part={areaText(part)}
                  onClick={() => onChoose({ site: part.site, side: part.side })}
                >
                  <title>{areaText(part)}</title>
                </path>
              ))}
          </svg>
          <figcaption>
            <span>{view === 'back' ? 'left' : 'right'}</span> <strong>{VIEW_WORDS[view]}</strong>{' '}
            <span>{view === 'back' ? 'right' : 'left'}</span>
          </figcaption>
        </figure>
      ))}
    </div>
  );
}

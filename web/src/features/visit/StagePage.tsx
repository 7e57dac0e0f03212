import './visit.css';
import { useEffect, useRef, type ReactNode } from 'react';
import { focusFirst } from '../../widgets/focus-first';

/**
 * The page of one stage. The focus goes to the first thing to do in it once it has opened; in the room to the page
 * itself, whose keys are all at hand from there.
 */
export function StagePage({
  children,
  byKeys = false,
}: {
  children: ReactNode;
  /** Whether the stage is worked by single keys. */
  byKeys?: boolean;
}) {
  const page = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (byKeys) page.current?.focus({ preventScroll: true });
    else focusFirst(page.current);
  }, [byKeys]);
  return (
    <div ref={page} tabIndex={-1} className="stage-page" data-by-keys={byKeys ? '' : undefined}>
      {children}
    </div>
  );
}

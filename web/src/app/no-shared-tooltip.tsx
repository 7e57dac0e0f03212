import type { ReactNode } from 'react';

/**
 * Stands in the build for the library's provider of tooltips that share one popup, which brings the whole popup engine to every page;
 * nothing here asks for such tooltips.
 */
export default function NoSharedTooltip({ children }: { children: ReactNode }) {
  return children;
}

import { useEffect, type ReactNode } from 'react';
import { applyPalette } from '../app/theme';
import { Themed } from './Themed';

/** A page that a link opens to whoever has it, outside the shell: in our colours, and nothing else of ours. */
export function ByLink({ children }: { children: ReactNode }) {
  useEffect(() => applyPalette('light'), []);
  return <Themed theme="light">{children}</Themed>;
}

import { useEffect, type ReactNode } from 'react';
import { applyPalette } from '../app/palette';
import { Themed } from './Themed';

const RIGHT_TO_LEFT = ['ar', 'fa', 'he', 'ur'];

/**
 * A page that a link opens to whoever has it, outside the shell: in our colours, and nothing else of ours.
 *
 * @param language in which it is read, BCP 47
 */
export function ByLink({
  language = 'en',
  children,
}: {
  language?: string | undefined;
  children: ReactNode;
}) {
  useEffect(() => applyPalette('light'), []);
  useEffect(() => {
    document.documentElement.lang = language;
    const rightToLeft = RIGHT_TO_LEFT.includes(language.split('-')[0] ?? '');
    document.documentElement.dir = rightToLeft ? 'rtl' : 'ltr';
  }, [language]);
  return <Themed theme="light">{children}</Themed>;
}

import type { ConsoleView } from '@tidy-quill/core/console';
import type { ConsoleLive } from './console';

/** The console as it was last heard; null before it has said anything. */
export function consoleView({ link, hello, status }: ConsoleLive): ConsoleView | null {
  if (link === 'opening' || hello === null || status === null) return null;
  const { type: _type, ...rest } = status;
  return { ...rest, link, serial: hello.serial };
}

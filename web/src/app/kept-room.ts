const KEY = 'tidy-quill theme';

/** Whether this browser was last lit for paper or for a dim room. */
export const keptRoom = (): 'light' | 'dim' =>
  localStorage.getItem(KEY) === 'dim' ? 'dim' : 'light';

export const keepRoom = (room: 'light' | 'dim'): void => localStorage.setItem(KEY, room);

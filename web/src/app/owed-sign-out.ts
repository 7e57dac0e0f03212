const NAME = 'tidy-quill signed out';

/** Notes that somebody left, until the server has heard of it: without a network it may not have. */
export const oweSignOut = (): void => localStorage.setItem(NAME, 'owed');

export const isSignOutOwed = (): boolean => localStorage.getItem(NAME) !== null;

export const signOutHeard = (): void => localStorage.removeItem(NAME);

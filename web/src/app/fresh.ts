/** Read again each time that a page is opened. */
export const FRESH = { refetchOnMountOrArgChange: true } as const;

/** Of a part of a page: read again when it opens, unless the page itself has asked for it within the last five seconds. */
export const FRESH_WITH_PAGE = { refetchOnMountOrArgChange: 5 } as const;

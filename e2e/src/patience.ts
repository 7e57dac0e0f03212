/** How long a walk waits for what is to come, ms: a busy machine may be many times slower. */
export const WAIT_MS = 40_000;

/** How long between two looks at a page that is awaited, ms. */
export const POLL_MS = 20;

const RETRY = [
  'NoSuchElementError',
  'StaleElementReferenceError',
  'ElementClickInterceptedError',
  'ElementNotInteractableError',
];

// Said of a page that another one takes the place of meanwhile.
const ON_ITS_WAY = ['aborted by navigation', 'Node with given id does not belong to the document'];

/** Whether what went wrong is over at the next look: the page drew again, or another one was on its way. */
export const passes = (error: unknown): boolean =>
  RETRY.includes((error as Error).name) ||
  ON_ITS_WAY.some((each) => (error as Error).message.includes(each));

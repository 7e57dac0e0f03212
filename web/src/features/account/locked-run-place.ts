/** Where the lock screen shows the run of the open visit: the visit draws it, and the lock screen holds it. */
export const lockedRunPlace: HTMLElement = document.createElement('div');

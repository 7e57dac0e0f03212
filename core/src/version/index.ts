/** Release and content of the core that works out plans; written by scripts/core-version.mjs, checked by npm run check. */
export const CORE_VERSION = '0.1.0+0d033b4ee368';

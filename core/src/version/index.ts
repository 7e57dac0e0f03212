/** Release and content of the core that works out plans; written by scripts/core-version.mjs, checked by npm run check. */
export const CORE_VERSION = '0.1.0+459be8e86d92';

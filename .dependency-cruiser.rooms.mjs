import base from './.dependency-cruiser.mjs';

/** Rooms of the core form no circle, types included: each can be read, and moved, without those that stand on it. */
/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    {
      name: 'no-circles-between-rooms',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/src/[^/]+$' },
      to: { circular: true, path: '^core/src/[^/]+$' },
    },
  ],
  options: {
    ...base.options,
    // A test may speak of rooms above its own, and shared samples stand over all.
    exclude: { path: '(node_modules|/dist/|\\.test\\.ts$|test-data|core/src/(samples|laws)/)' },
  },
};

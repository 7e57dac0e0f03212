import { defined } from '@tidy-quill/core/units';
import { serveConsole } from './simulated/serve-console';

// A simulated laser console as a process of its own: simulated-console.js <serial> <port> …; prints the port of each.
const asked = process.argv.slice(2);
for (let i = 0; i + 1 < asked.length; i += 2) {
  const serial = defined(asked[i]);
  // A port that is taken gives way to any free one.
  const wanted = Number(asked[i + 1]);
  const { port } = await serveConsole(serial, wanted).catch(() => serveConsole(serial, 0));
  console.log(`console ${serial} on 127.0.0.1:${port}`);
}
console.log('ready');

process.once('SIGTERM', () => process.exit(0));
process.once('SIGINT', () => process.exit(0));
// Started by a script of the project: end with it.
process.once('disconnect', () => process.exit(0));

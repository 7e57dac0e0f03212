import { checkConsole } from './console-check/check-console';

// Whether a console, or a driver before one, keeps to the protocol: npm run console-check -- HOST:PORT
const asked = /^(.+):(\d{1,5})$/.exec(process.argv[2] ?? '');
if (asked === null) {
  console.error('npm run console-check -- HOST:PORT, as in 192.0.2.7:4010');
  process.exit(2);
}
const [, host = '', port = ''] = asked;
const found = await checkConsole(host, Number(port));
for (const { name, ok, detail } of found) {
  console.log(`  ${ok ? '✓' : '✗'} ${name}${detail === '' ? '' : `: ${detail}`}`);
}
const wrong = found.filter(({ ok }) => !ok).length;
console.log(wrong === 0 ? '\nIt keeps to the protocol' : `\n${wrong} of ${found.length} not kept`);
process.exit(wrong === 0 ? 0 : 1);

import { readFileSync } from 'node:fs';
import { run, SUB_COMMANDS } from './run';

// quill <sub-command> [case.json]: JSON from the file or standard input in, JSON out. A case at fault ends with 2 and
// names each field.
const name = process.argv[2] ?? '';
if (!(name in SUB_COMMANDS)) {
  process.stderr.write(
    `usage: quill ${Object.keys(SUB_COMMANDS).join(' | ')} [case.json | < case.json]\n`,
  );
  process.exit(2);
}
const result = run(name, textOf(process.argv[3]));
if (result.ok) process.stdout.write(`${JSON.stringify(result.output, null, 2)}\n`);
else {
  for (const { field, problem } of result.fields) process.stderr.write(`${field}: ${problem}\n`);
  process.exitCode = 2;
}

function textOf(file: string | undefined): string {
  try {
    return readFileSync(file ?? 0, 'utf8');
  } catch (error) {
    process.stderr.write(`${file ?? 'standard input'}: ${(error as Error).message}\n`);
    process.exit(2);
  }
}

import { readFileSync } from 'node:fs';
import { PICTURE_COMMANDS, runPicture } from './picture-commands';
import { run, SUB_COMMANDS } from './run';

// quill <sub-command> [case.json]: JSON from the file or standard input in, JSON out; those on pictures take files and
// options. What is at fault ends with 2 and is named field by field.
const name = process.argv[2] ?? '';
const isPicture = name in PICTURE_COMMANDS;
if (!isPicture && !(name in SUB_COMMANDS)) {
  const usages = Object.values(PICTURE_COMMANDS).map(({ usage }) => `       quill ${usage}\n`);
  process.stderr.write(
    `usage: quill ${Object.keys(SUB_COMMANDS).join(' | ')} [case.json | < case.json]\n${usages.join('')}`,
  );
  process.exit(2);
}
const result = isPicture
  ? await runPicture(name, process.argv.slice(3))
  : run(name, textOf(process.argv[3]));
if (result.ok) {
  process.stdout.write(`${JSON.stringify(result.output, null, isPicture ? 0 : 2)}\n`);
} else {
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

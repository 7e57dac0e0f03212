import { createRequire } from 'node:module';
import { fileURLToPath, pathToFileURL } from 'node:url';

/** How Node is told to run one of the server's own programs: as it was built, or from its source by the loader that runs the rest. */
export const entryCommand = (name: 'decode-picture' | 'backup'): readonly string[] =>
  SOURCE_FOLDER === null
    ? [fileURLToPath(new URL(`./${name}.js`, import.meta.url))]
    : [
        '--import',
        pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href,
        fileURLToPath(new URL(`./${name}.ts`, SOURCE_FOLDER)),
      ];

const SOURCE_FOLDER = import.meta.url.endsWith('.ts') ? import.meta.url : null;

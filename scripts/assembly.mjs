import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Compiles an AssemblyScript file to WebAssembly with SIMD; gives its bytes. */
export async function compiled(source) {
  const { main } = await import('assemblyscript/asc');
  const folder = mkdtempSync(join(tmpdir(), 'assembly-'));
  const out = join(folder, 'module.wasm');
  const flags = ['-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd'];
  try {
    const { error, stderr } = await main([source, ...flags, '--outFile', out]);
    if (error) throw new Error(`${error.message}\n${stderr.toString()}`);
    return readFileSync(out);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Compiles an AssemblyScript file to WebAssembly with SIMD; gives its bytes. */
export function compiled(source: string): Promise<Uint8Array<ArrayBuffer>>;

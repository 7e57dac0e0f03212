// What every place this runs in has, without the types of any one of them.
declare function atob(text: string): string;
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object, imports: object) => { readonly exports: unknown };
};

/** A compiled module's memory: `buffer` is another one whenever it has grown. */
export interface Memory {
  readonly buffer: ArrayBuffer;
}

/** The exports of a module that needs nothing from outside, from its bytes as base64. */
export function loadCompiled<T>(base64: string): T {
  const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
  return new WebAssembly.Instance(new WebAssembly.Module(bytes), {}).exports as T;
}

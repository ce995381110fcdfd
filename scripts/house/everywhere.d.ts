// What the core may use beyond the language itself: a page, a worker and Node all have it.
declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean });
  decode(input?: Uint8Array): string;
}

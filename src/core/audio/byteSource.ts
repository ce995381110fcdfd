/** Random access to a file's bytes: a Blob in the browser, a file handle in Node, an array in tests. */
export interface ByteSource {
  readonly name: string;
  readonly sizeBytes: number;
  /** Reads up to `length` bytes at `offset`; fewer only at the end of the file. */
  read(offset: number, length: number): Promise<Uint8Array>;
}

export const bytesSource = (name: string, bytes: Uint8Array): ByteSource => ({
  name,
  sizeBytes: bytes.length,
  read: async (offset, length) => bytes.subarray(offset, offset + length),
});

/** As much of a Blob as is needed; a page's Blob and a worker's both have it. */
export interface BlobLike {
  readonly size: number;
  slice(start: number, end: number): { arrayBuffer(): Promise<ArrayBuffer> };
}

export const blobSource = (name: string, blob: BlobLike): ByteSource => ({
  name,
  sizeBytes: blob.size,
  read: async (offset, length) => new Uint8Array(await blob.slice(offset, offset + length).arrayBuffer()),
});

/** Read at once by who reads on and on, bytes. */
const AHEAD = 1 << 20;
/** Who skips no more than this reads on, bytes. */
const NEAR = AHEAD >> 2;

/** A source whose every read costs its own while, as a page's files do: what is read on and on, or nearly so, is read far ahead; what is read here and there is not. */
export function readAhead(source: ByteSource): ByteSource {
  let held: { readonly from: number; readonly bytes: Uint8Array } = { from: 0, bytes: new Uint8Array(0) };
  let next = 0;
  return {
    ...source,
    read: async (offset, length) => {
      const wanted = Math.max(0, Math.min(length, source.sizeBytes - offset));
      const goesOn = offset >= next && offset - next < NEAR;
      next = offset + wanted;
      const at = offset - held.from;
      if (at >= 0 && at + wanted <= held.bytes.length) return held.bytes.subarray(at, at + wanted);
      if (!goesOn || wanted === 0 || wanted >= AHEAD) return source.read(offset, length);
      // Whole reads of this length, so that none begins in one piece and ends in the next.
      const bytes = await source.read(offset, wanted * Math.ceil(AHEAD / wanted));
      held = { from: offset, bytes };
      return bytes.subarray(0, wanted);
    },
  };
}

/** Browsers, their workers and Node have it; the core knows no more of any of them. */
declare const Blob: new (parts: readonly (Uint8Array | BlobLike)[]) => BlobLike;

/** Bytes put aside one after another, to be read anywhere later. */
export interface Putting {
  put(parts: readonly Uint8Array<ArrayBuffer>[]): void | Promise<void>;
  /** What was put, whole. */
  source(name: string): ByteSource;
}

/** Puts bytes into a Blob, which a browser moves to disk when they are many. */
export function inBlob(): Putting {
  const blobs: BlobLike[] = [];
  return { put: (parts) => void blobs.push(new Blob(parts)), source: (name) => blobSource(name, new Blob(blobs)) };
}

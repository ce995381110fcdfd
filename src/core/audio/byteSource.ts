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

/** Browsers, their workers and Node have it; the core knows no more of any of them. */
declare const Blob: new (parts: readonly (Uint8Array | BlobLike)[]) => BlobLike;

/** Bytes put aside: a browser moves them to disk when they are many. */
export const putAside = (parts: readonly (Uint8Array | BlobLike)[]): BlobLike => new Blob(parts);

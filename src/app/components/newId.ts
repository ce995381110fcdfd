/** A fresh id. Made of random values, which a page has on any address, https or not. */
export const newId = (): string => [...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

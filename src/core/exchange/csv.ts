import type { Words } from '../units';

/** Says what is told, for whoever reads what leaves. */
export type Say = (words: Words) => string;

/** A cell that a spreadsheet would run as a formula gets an apostrophe in front (OWASP: CSV injection; from memory). */
function neutralise(text: string): string {
  return /^[=+\-@\t\r]/.test(text) && !/^[+-]?\d+(\.\d+)?$/.test(text) ? `'${text}` : text;
}

function cell(value: string | number): string {
  const text = neutralise(String(value));
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** CSV by RFC 4180: comma, CRLF, quotes doubled. The first row is the header. */
export const toCsv = (rows: readonly (readonly (string | number)[])[]): string => rows.map((row) => `${row.map(cell).join(',')}\r\n`).join('');

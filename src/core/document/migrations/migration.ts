/** A document as read, of whatever version. */
export type RawDocument = Readonly<Record<string, unknown>>;

/**
 * Turns a document of one version into the next. It must take anything that claims the version, damaged or not, and leave what it
 * does not understand: the schema judges afterwards. Files are numbered by the version they start from.
 */
export type Migration = (document: RawDocument) => RawDocument;

export const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

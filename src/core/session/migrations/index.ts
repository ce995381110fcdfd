/** Turns a document of one version into the next. Files are numbered: 0001-from-1.ts lifts version 1 to 2, and so on. */
export type Migration = (document: Record<string, unknown>) => Record<string, unknown>;

/** Migration at index i lifts version i + 1 to i + 2. Version 1 is the first. */
export const MIGRATIONS: readonly Migration[] = [];

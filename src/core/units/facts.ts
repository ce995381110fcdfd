/** Quantities as they are told to `src/words`, which says them in the reader's units. */
export interface Metres {
  readonly metres: number;
}
/** Said in whole seconds. */
export interface Seconds {
  readonly seconds: number;
}
/** A figure that is said in whole numbers. */
export interface Whole {
  readonly whole: number;
}

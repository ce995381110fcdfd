import type { Words } from '../units';

/** What hinders a line check: told, or in a device's own words. */
export class LineTrouble extends Error {
  constructor(readonly told: Words) {
    super(typeof told === 'string' ? told : `${told.domain}/${told.code}`);
  }
}

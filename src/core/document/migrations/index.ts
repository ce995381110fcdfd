import type { Told } from '../../units';
import {
  LIBRARY_FORMAT,
  LIBRARY_VERSION,
  SESSION_FORMAT,
  SESSION_VERSION,
  SETUP_FORMAT,
  SETUP_VERSION,
  SHELF_FORMAT,
  SHELF_VERSION,
} from '../formats';
import { tell } from '../readCodes';
import { partsWithVersions } from './library/0001-parts-with-versions';
import type { Migration, RawDocument } from './migration';
import { pairsOwnTheirFrame } from './session/0001-pairs-own-their-frame';
import { thingsThatStandAbout } from './session/0002-things-that-stand-about';
import { roomsAndBriefs } from './session/0003-rooms-and-briefs';
import { theChainOfAChannel } from './session/0004-the-chain-of-a-channel';
import { namesOfTheField } from './session/0005-names-of-the-field';
import { howSteadyThePlayerIs } from './session/0006-how-steady-the-player-is';
import { inputsThatInvert } from './shelf/0001-inputs-that-invert';

export { isRecord, type RawDocument } from './migration';

interface History {
  readonly version: number;
  /** The one at index i lifts version i + 1 to i + 2; none may be missing. */
  readonly migrations: readonly Migration[];
}

export const HISTORIES: Readonly<Record<string, History>> = {
  [SESSION_FORMAT]: {
    version: SESSION_VERSION,
    migrations: [pairsOwnTheirFrame, thingsThatStandAbout, roomsAndBriefs, theChainOfAChannel, namesOfTheField, howSteadyThePlayerIs],
  },
  [SHELF_FORMAT]: { version: SHELF_VERSION, migrations: [inputsThatInvert] },
  [SETUP_FORMAT]: { version: SETUP_VERSION, migrations: [] },
  [LIBRARY_FORMAT]: { version: LIBRARY_VERSION, migrations: [partsWithVersions] },
};

/** A document brought to the version of this program, and the version it came in; or why it cannot be. */
export type Lifted = { readonly ok: true; readonly document: RawDocument; readonly from: number } | { readonly ok: false; readonly reason: Told };

/** Lifts a document of a format to this program's version, one step after the other. Nothing is validated but the version. */
export function migrateToCurrent(format: string, document: RawDocument): Lifted {
  const history = Object.hasOwn(HISTORIES, format) ? HISTORIES[format] : undefined;
  const { version } = document;
  if (!history || document.format !== format) return { ok: false, reason: tell('other-format', { format }) };
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return { ok: false, reason: tell('no-version') };
  if (version > history.version)
    return {
      ok: false,
      reason: tell('newer-version', { version, most: history.version }),
    };
  return { ok: true, from: version, document: history.migrations.slice(version - 1).reduce((older, lift) => lift(older), document) };
}

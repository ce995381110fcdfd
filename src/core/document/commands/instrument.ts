import type { InstrumentId } from '../../ids';
import { handed, handedLabel, type Instrument, type KitPiece, pointFromRoom, pointToRoom } from '../../instruments';
import { add, rotateAboutZ, subtract, type Vec3, vec3 } from '../../math';
import type { Words } from '../../units';
import { radiansFromDegrees } from '../../units';
import { belongsTo } from '../belonging';
import { type Command, command, instrumentName } from '../command';
import type { Session } from '../session';
import { tell } from '../stepCodes';

const changed = (session: Session, id: InstrumentId, change: (instrument: Instrument) => Instrument): Session => ({
  ...session,
  instruments: session.instruments.map((instrument) => (instrument.id === id ? change(instrument) : instrument)),
});

export const addInstrument = (instrument: Instrument): Command =>
  command(tell('add', { name: instrument.name }), (session) => ({ ...session, instruments: [...session.instruments, instrument] }));

export const editInstrument = (id: InstrumentId, change: Partial<Omit<Instrument, 'id'>>): Command =>
  command(
    (session) => tell('change', { name: instrumentName(session, id) }),
    (session) => changed(session, id, (instrument) => ({ ...instrument, ...change })),
  );

/**
 * Turns an instrument into its left-handed build or back. The microphones that are there for it go to the other side with what they
 * are there for, and change their names and their places in the picture accordingly.
 */
export const turnHanded = (id: InstrumentId, mirrored: boolean): Command =>
  command(
    (session) => tell('make-handed', { name: instrumentName(session, id), side: mirrored ? 'left' : 'right' }),
    (session) => {
      const before = session.instruments.find((instrument) => instrument.id === id);
      if (!before || before.mirrored === mirrored) return session;
      const after = { ...before, mirrored };
      const across = (point: Vec3): Vec3 => pointToRoom(after, pointFromRoom(before, point));
      const moving = new Set(session.microphones.filter((placed) => belongsTo(session, placed, id) && !placed.locked).map((placed) => placed.id));
      return {
        ...changed(session, id, () => after),
        microphones: session.microphones.map((placed) => {
          if (!moving.has(placed.id)) return placed;
          const base = placed.stand && across(vec3(placed.stand.baseM.x, placed.stand.baseM.y, 0));
          return {
            ...placed,
            name: handed(placed.name, true),
            label: handedLabel(placed.label, placed.name, true),
            positionM: across(placed.positionM),
            aimM: across(placed.aimM),
            stand: placed.stand && base && { modelId: placed.stand.modelId, baseM: { x: base.x, y: base.y } },
          };
        }),
        pairs: session.pairs.map((pair) =>
          moving.has(pair.leftId) && moving.has(pair.rightId) && pair.decoding === 'left-right'
            ? { ...pair, leftId: pair.rightId, rightId: pair.leftId }
            : pair,
        ),
      };
    },
  );

/** Another size or build of the same family; pieces moved or resized by hand were of the old one and go. */
export const changeVariant = (id: InstrumentId, variant: string, name: string): Command =>
  command(
    (session) => tell('change', { name: instrumentName(session, id) }),
    (session) => changed(session, id, ({ pieces: _pieces, ...rest }) => ({ ...rest, variant, name })),
  );

export const putPieces = (id: InstrumentId, pieces: readonly KitPiece[], words: Words): Command =>
  command(words, (session) => changed(session, id, (instrument) => ({ ...instrument, pieces })));

/** Takes an instrument away; microphones that were there for it stay, without a target. */
export const removeInstrument = (id: InstrumentId): Command =>
  command(
    (session) => tell('remove', { name: instrumentName(session, id) }),
    (session) => ({ ...session, instruments: session.instruments.filter((instrument) => instrument.id !== id) }),
  );

/** Moves or turns an instrument; the microphones that are there for it come along. */
export const moveInstrument = (id: InstrumentId, positionM: Instrument['positionM'], rotationDeg: number): Command =>
  command(
    (session) => tell('move', { name: instrumentName(session, id) }),
    (session) => {
      const before = session.instruments.find((instrument) => instrument.id === id);
      if (!before) return session;
      const turn = radiansFromDegrees(rotationDeg - before.rotationDeg);
      const from = vec3(before.positionM.x, before.positionM.y, 0);
      const to = vec3(positionM.x, positionM.y, 0);
      const carried = (point: Vec3): Vec3 => add(to, rotateAboutZ(subtract(point, from), turn));
      return {
        ...changed(session, id, (instrument) => ({ ...instrument, positionM, rotationDeg })),
        microphones: session.microphones.map((microphone) => {
          if (!belongsTo(session, microphone, id) || microphone.locked) return microphone;
          const base = microphone.stand && carried(vec3(microphone.stand.baseM.x, microphone.stand.baseM.y, 0));
          return {
            ...microphone,
            positionM: carried(microphone.positionM),
            aimM: carried(microphone.aimM),
            stand: microphone.stand && base && { modelId: microphone.stand.modelId, baseM: { x: base.x, y: base.y } },
          };
        }),
      };
    },
  );

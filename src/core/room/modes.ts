export interface RoomMode {
  readonly orders: readonly [number, number, number];
  readonly frequencyHz: number;
}

/** Modes of a hard-walled box up to `highestHz`, lowest first: f = (c/2)·√Σ(n/L)² (Kuttruff, Room Acoustics). */
export function boxModes(sizeM: readonly [number, number, number], speedOfSoundMps: number, highestHz: number): RoomMode[] {
  const top = sizeM.map((side) => Math.floor((2 * highestHz * side) / speedOfSoundMps)) as [number, number, number];
  const modes: RoomMode[] = [];
  for (let x = 0; x <= top[0]; x++)
    for (let y = 0; y <= top[1]; y++)
      for (let z = 0; z <= top[2]; z++) {
        const frequencyHz = (speedOfSoundMps / 2) * Math.hypot(x / sizeM[0], y / sizeM[1], z / sizeM[2]);
        if (frequencyHz > 0 && frequencyHz <= highestHz) modes.push({ orders: [x, y, z], frequencyHz });
      }
  return modes.sort((a, b) => a.frequencyHz - b.frequencyHz);
}

/** Pressure of a mode at a place, −1 to 1: cos·cos·cos of the orders (Kuttruff, Room Acoustics). A source excites it as much. */
export const modeAt = ({ orders }: RoomMode, sizeM: readonly [number, number, number], at: readonly [number, number, number]): number =>
  orders.reduce((product, order, axis) => product * Math.cos((Math.PI * order * (at[axis] as number)) / (sizeM[axis] as number)), 1);

/** Energy of a mode against an axial one's: every axis it runs along halves it (Kuttruff: mean square of cos is a half for each). */
export const modeWeight = ({ orders }: RoomMode): number => 2 ** (1 - orders.filter((order) => order > 0).length);

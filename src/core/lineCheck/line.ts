import { type ArrivalTable, arrivalTable } from '../arrivals';
import type { Session } from '../document';
import { type DeviceId, type InputId, inputAddress, type MicrophoneId } from '../ids';
import { levelChain, type PowerSocket, peakTargetOf, recordedLevelDbfs, secondWayId, secondWayName, USUAL_EIN_DBU } from '../patch';
import { gainSetting, loudestDb, outboardOf, patchInputs, pluggedAt, powerOf, powerSockets, resolvePlan } from '../planning';

/** One microphone as it is plugged into the device that is checked, and what it should show. */
export interface Line {
  readonly microphoneId: MicrophoneId;
  /** It is the second way of this microphone's splitter: tapped together with it, and never powered. */
  readonly secondOf?: string;
  readonly name: string;
  readonly inputId: InputId;
  readonly inputName: string;
  /** The phantom switch of its input; null where there is none. */
  readonly bank: string | null;
  /** It asks its bank for power: itself, or what stands between. */
  readonly needsPower: boolean;
  /** Power of its bank would reach it and harm it. */
  readonly forbidsPower: boolean;
  /** Whether its bank is on as the patch has it, for itself or for a neighbour. */
  readonly powered: boolean;
  readonly gainDb: number;
  readonly pad: boolean;
  /** Loudest peak while playing, and noise in silence, dBFS. */
  readonly predictedPeakDbfs: number;
  readonly predictedNoiseDbfs: number;
  /** Noise of an input with a microphone that is silent, all gain up, dBFS. */
  readonly idleNoiseDbfs: number;
}

/** What a line check works from: the lines of a device, and every socket of it with what is in it, carried or not. */
export interface LinePlan {
  readonly lines: readonly Line[];
  readonly sockets: readonly PowerSocket[];
}

/** Whether somebody taps it by itself: the second way of a splitter is heard when its microphone is. */
export const isTapped = ({ secondOf }: Line): boolean => secondOf === undefined;

/** A usual room at rest, dB SPL: quieter ones exist, and louder ones are told. */
const QUIET_ROOM_DB = 40;

/** What a line check of one device works from, as the session is now. */
export const linePlanOf = (session: Session, deviceId: DeviceId, table?: ArrivalTable): LinePlan => ({
  lines: linesOf(session, deviceId, table),
  sockets: powerSockets(session).filter(({ address }) => address.startsWith(`${deviceId}/`)),
});

/** The lines of one device as the session's patch plans them, in the order of its inputs. */
export function linesOf(session: Session, deviceId: DeviceId, table: ArrivalTable = arrivalTable(resolvePlan(session))): Line[] {
  const { sockets, banks } = powerOf(session);
  return patchInputs(session)
    .filter((input) => input.deviceId === deviceId)
    .flatMap((input): Line[] => {
      const plugged = pluggedAt(session, inputAddress(input));
      const microphone = table.plan.microphones.find(({ id }) => id === plugged?.microphoneId);
      const through = microphone ? outboardOf(session, microphone.id) : null;
      const setting = microphone && gainSetting(table, microphone.id, input, through);
      if (!microphone || !setting) return [];
      const { model } = microphone;
      const isSecond = plugged?.isSecond === true;
      const power = sockets.find(({ address }) => address === inputAddress(input));
      const loudest = loudestDb(table, microphone.id) ?? 0;
      const chain = levelChain(model, loudest, input, setting, peakTargetOf(table.plan, microphone.id));
      return [
        {
          ...(isSecond
            ? { microphoneId: secondWayId(microphone.id), name: secondWayName(microphone.name), secondOf: microphone.id }
            : { microphoneId: microphone.id, name: microphone.name }),
          inputId: input.id,
          inputName: input.name,
          bank: input.phantomBank,
          needsPower: power?.way.asks === true,
          forbidsPower: power?.way.harmed === true,
          powered: power?.bank != null && banks.get(power.bank)?.on === true,
          gainDb: setting.gainDb,
          pad: setting.inputPad,
          predictedPeakDbfs: setting.predictedPeakDbfs,
          predictedNoiseDbfs: Math.max(chain.noiseDbfs, setting.predictedPeakDbfs - loudest + QUIET_ROOM_DB),
          idleNoiseDbfs: recordedLevelDbfs(input.einDbu ?? USUAL_EIN_DBU, input, input.gainMaxDb, 0),
        },
      ];
    });
}

import type { ArrivalTable, PlanMicrophone } from '../../arrivals';
import type { Session } from '../../document';
import { type DeviceId, inputAddress } from '../../ids';
import { type Outboard, type PatchInput, secondWayId } from '../../patch';
import { gainSetting, outboardOf, patchInputs, pluggedAt } from '../../planning';
import type { LineFault } from './faults';

/** An input of the simulated device and what hangs on it. */
export interface Plugged {
  readonly input: PatchInput;
  /** What stands between, and what it adds as the patch has it, dB. */
  readonly through: Outboard | null;
  readonly betweenDb: number;
  /** What is really in it. */
  readonly microphone: PlanMicrophone | null;
  /** Whose bank powers it, where that is not its own input: the first way of its splitter, on another device where that is null. */
  readonly poweredBy?: PatchInput | null;
  /** How the line is called by itself where it is a second way. */
  readonly secondId?: string;
  /** What the patch says. */
  readonly plannedGainDb: number;
}

/** What is in each input of a device, plugs that a fault exchanges among them. */
export function cablesOf(session: Session, deviceId: DeviceId, table: ArrivalTable, faults: readonly LineFault[]): Plugged[] {
  const microphones = new Map(table.plan.microphones.map((microphone) => [microphone.id, microphone]));
  const elsewhere = new Map(
    faults.flatMap((fault): [string, string][] =>
      fault.kind === 'swapped'
        ? [
            [fault.microphoneId, fault.otherId],
            [fault.otherId, fault.microphoneId],
          ]
        : [],
    ),
  );
  const own = patchInputs(session).filter((input) => input.deviceId === deviceId);
  return own.map((input): Plugged => {
    const { microphoneId: id, isSecond } = pluggedAt(session, inputAddress(input)) ?? { microphoneId: '', isSecond: false };
    const through = outboardOf(session, id);
    const setting = gainSetting(table, id, input, through);
    return {
      input,
      through,
      betweenDb: setting?.betweenDb ?? 0,
      // Plugs are exchanged at the inputs: a second way still has its own.
      microphone: microphones.get(isSecond ? id : (elsewhere.get(id) ?? id)) ?? null,
      ...(isSecond ? { secondId: secondWayId(id), poweredBy: own.find((one) => inputAddress(one) === session.patch[id]) ?? null } : {}),
      plannedGainDb: setting?.gainDb ?? input.gainMinDb,
    };
  });
}

import type { Session } from '../../../core/document';
import type { DeviceId, InputAddress } from '../../../core/ids';
import type { LineDevice, OpenWire, Recording } from '../../../core/lineCheck';
import { sayPatch } from '../../../words/patch.page.en';

export const wait = (milliseconds: number): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, milliseconds);
  });

/** A browser's socket as a wire. */
export const wireTo =
  (address: InputAddress): OpenWire =>
  (events) => {
    const socket = new WebSocket(address);
    socket.binaryType = 'arraybuffer';
    socket.onopen = () => events.opened();
    socket.onmessage = ({ data }: MessageEvent<string | ArrayBuffer>) => (typeof data === 'string' ? events.text(data) : events.bytes(data));
    socket.onclose = () => events.closed();
    return { send: (text) => socket.send(text), close: () => socket.close() };
  };

/** A recorder that is worked by hand: what it recorded is given when a step is done. */
export function byHand(session: Session, deviceId: DeviceId): LineDevice & { given: Recording | null } {
  const inputs = session.shelf.devices.find(({ id }) => id === deviceId)?.inputs ?? [];
  return {
    given: null,
    takesCommands: false,
    description: {
      name: '',
      sampleRateHz: session.sampleRateHz,
      simulated: false,
      inputs: inputs.map(({ id, name, phantomBank, gainMinDb, gainMaxDb, padDb }) => ({ id, name, bank: phantomBank, gainMinDb, gainMaxDb, padDb })),
    },
    set: async () => ({ inputs: [], banks: {} }),
    hand: async () => undefined,
    timesLost: () => 0,
    async record() {
      if (!this.given) throw new Error(sayPatch('record-this-step-first-or-choose'));
      return this.given;
    },
  };
}

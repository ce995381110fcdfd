import { boathouseKit } from '../demo/boathouse';
import type { PlacedMicrophone, Session } from '../src/core/document';
import { createRandom, type Random } from '../src/core/math';
import { CONNECTORS, type MicrophoneModel, PHANTOM_NEEDS } from '../src/core/microphones';
import { canFollow, DEVICE_CATALOGUE, type InputDevice, OUTBOARD_CATALOGUE, onShelf } from '../src/core/patch';

const KIT = boathouseKit();

const pick = <T>(random: Random, of: readonly T[]): T => of[random.integer(0, of.length - 1)] as T;

/** Devices of the catalogue, each with its own id; some with sockets that are jacks alone, though a phantom switch is theirs. */
function devices(random: Random): InputDevice[] {
  const out: InputDevice[] = [];
  const count = random.integer(1, 3);
  for (let d = 0; d < count; d++) {
    const kind = pick(random, DEVICE_CATALOGUE);
    const device = onShelf({ ...kind, id: `d${d}`, name: `${kind.name} ${d}` }, out);
    const jacks = random.uniform() < 0.2;
    out.push(
      jacks ? { ...device, inputs: device.inputs.map((one) => (random.uniform() < 0.4 ? { ...one, connectors: ['TRS', 'Hi-Z'] } : one)) } : device,
    );
  }
  return out;
}

/** Microphones of all needs and plugs, the names of the kit's own. */
function models(random: Random): MicrophoneModel[] {
  return KIT.shelf.microphones.map((model) => ({
    ...model,
    count: 12,
    phantom: pick(random, PHANTOM_NEEDS),
    connector:
      random.uniform() < 0.85
        ? 'XLR'
        : pick(
            random,
            CONNECTORS.filter((one) => one !== 'USB'),
          ),
  }));
}

/** What stands between: anything, and at times something at line level behind it. */
function between(random: Random, free: () => string | undefined): Partial<PlacedMicrophone> {
  if (random.uniform() < 0.55) return {};
  const first = pick(random, OUTBOARD_CATALOGUE);
  const followers = OUTBOARD_CATALOGUE.filter((next) => canFollow(first, next));
  const also = first.kind === 'splitter' && random.uniform() < 0.7 ? free() : undefined;
  return {
    outboardId: first.id,
    ...(followers.length > 0 && random.uniform() < 0.5 ? { lineOutboardId: pick(random, followers).id } : {}),
    ...(also ? { secondInput: also } : {}),
  };
}

/**
 * A session by chance: one to three devices of every kind, expanders among them, at any rate, microphones of all needs and plugs, anything
 * between, plugged by hand as it comes.
 */
export function rigByChance(seed: number, most = 10): Session {
  const random = createRandom(seed);
  const shelf = {
    ...KIT.shelf,
    devices: devices(random),
    microphones: models(random),
    outboard: OUTBOARD_CATALOGUE.map((one) => ({ ...one, count: 4 })),
  };
  const addresses = shelf.devices.flatMap(({ id, inputs }) => inputs.map((input) => `${id}/${input.id}`));
  const left = [...addresses];
  // Near the first ones, so that switches are shared.
  const free = (): string | undefined => (left.length > 0 ? left.splice(random.integer(0, Math.min(7, left.length - 1)), 1)[0] : undefined);
  const patch: Record<string, string> = {};
  const microphones = KIT.microphones.slice(0, random.integer(2, most)).map((placed): PlacedMicrophone => {
    const address = random.uniform() < 0.9 ? free() : undefined;
    if (address) patch[placed.id] = address;
    const { outboardId: _, lineOutboardId: __, secondInput: ___, ...bare } = placed;
    return { ...bare, modelId: pick(random, shelf.microphones).id, ...between(random, free) };
  });
  const here = new Set(microphones.map(({ id }) => id));
  const pairs = KIT.pairs.filter(({ leftId, rightId }) => here.has(leftId) && here.has(rightId));
  return { ...KIT, sampleRateHz: pick(random, [44_100, 48_000, 88_200, 96_000, 192_000]), shelf, microphones, pairs, patch };
}

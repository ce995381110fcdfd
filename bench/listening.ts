import { arrivalTable } from '../src/core/arrivals';
import { BLOCK, dryLoop, impulsesOf, LoopRenderer, loopSamples, referencesOf, Scene, tailOf } from '../src/core/listening';
import { loadFftKernel } from '../src/core/math';
import { resolvePlan } from '../src/core/planning';
import { largeSession } from './plan';

const RATE = 48_000;

/** Ten microphones and eight sources with the room's tail, a loop of four seconds. */
export async function benchListening(): Promise<void> {
  const kernel = await loadFftKernel();
  const all = largeSession();
  const session = { ...all, microphones: all.microphones.slice(0, 10) };
  const whole = arrivalTable(resolvePlan(session));
  const table = {
    ...whole,
    plan: { ...whole.plan, sources: whole.plan.sources.slice(0, 8) },
    rows: whole.rows.map((row) => row.slice(0, 8)),
  };
  const { plan } = table;
  const scene = new Scene(kernel);
  const begun = performance.now();
  scene.set({ table, instruments: session.instruments, playing: { of: 'phrase' }, rate: RATE });
  const firstMs = performance.now() - begun;
  const times: number[] = [];
  const ready: number[] = [];
  for (let round = 0; round < 5; round++) {
    const set = performance.now();
    scene.set({ table, instruments: session.instruments, playing: { of: 'phrase' }, rate: RATE });
    ready.push(performance.now() - set);
    const start = performance.now();
    for (let b = 0; b < scene.blockCount; b++) scene.block(b);
    times.push(performance.now() - start);
  }
  const loopS = loopSamples(RATE) / RATE;
  const perSecond = Math.min(...times) / loopS;
  const perSecondReady = (Math.min(...times) + Math.min(...ready)) / loopS;

  // Naive: every output sample the sum over its response, one microphone and a twentieth of a second, the rest by proportion.
  const dry = dryLoop(plan.sources, session.instruments, { of: 'phrase' }, RATE);
  const impulses = impulsesOf(table, RATE, referencesOf(table, -12), tailOf(plan.room, plan.speedOfSoundMps, RATE), RATE);
  const loops = [...dry, new Float32Array(loopSamples(RATE)).fill(0.01)];
  const count = RATE / 20;
  const start = performance.now();
  let sum = 0;
  loops.forEach((loop, s) => {
    const impulse = impulses[0]?.[s] as Float32Array;
    for (let n = 0; n < count; n++) {
      let out = 0;
      for (let k = 0; k < impulse.length; k++) out += (impulse[k] as number) * (loop[(n - k + loop.length) % loop.length] as number);
      sum += out;
    }
  });
  const naive = (performance.now() - start) * 20 * plan.microphones.length;
  if (!Number.isFinite(sum)) throw new Error('the naive sum is no number');
  // The same once through the renderer alone, so that both are known to do the same work.
  const renderer = new LoopRenderer(kernel, loops);
  renderer.setImpulses(impulses);
  renderer.block(1);
  renderer.dispose();
  console.log(
    `listening, ${plan.microphones.length} microphones, ${plan.sources.length} sources, room: ${perSecond.toFixed(0)} ms for a second, ${(1000 / perSecond).toFixed(0)} times real time (wanted: 20); with new responses ${(1000 / perSecondReady).toFixed(0)} times; naive ${naive.toFixed(0)} ms, ${(naive / perSecond).toFixed(0)} times slower; everything for the first time ${firstMs.toFixed(0)} ms; after a move ${Math.min(...ready).toFixed(0)} ms to the first block (${((1000 * BLOCK) / RATE).toFixed(0)} ms of sound)`,
  );
}

import type { Page } from '@playwright/test';
import { inPage, openIn } from './inPage';
import { largeSession } from './plan';

const PORT = 4392;
const SECONDS = 2;
const ROUNDS = 6;

/** Drags one of 12 microphones among 14 sources in the built application and counts frames, with nothing done and with the drag. */
export async function benchDrag(): Promise<void> {
  await inPage('drag', PORT, async (page) => {
    await page.goto('/');
    const first = await page.evaluate<number>("performance.getEntriesByType('navigation')[0].domInteractive").then(async (interactive) => {
      const times: number[] = [];
      for (let i = 0; i < 5; i++) {
        const start = performance.now();
        await page.goto('/');
        await page.getByRole('button', { name: 'New session' }).click({ trial: true });
        times.push(performance.now() - start);
      }
      return { best: Math.min(...times), interactive };
    });
    console.log(
      `first view, from asking to a button that can be pressed: ${(first.best / 1000).toFixed(2)} s best of 5 (wanted: under 1.5); the document alone ${(first.interactive / 1000).toFixed(2)} s`,
    );
    const session = { ...largeSession(), id: 'bench-drag', name: 'Bench' };
    await openIn(page, session, 'floor');
    const handle = page
      .getByRole('group', { name: 'Plan, from above' })
      .getByRole('button', { name: /microphone/ })
      .nth(3);
    const box = await handle.boundingBox();
    if (!box) throw new Error('the microphone is drawn');
    const count = (seconds: number): Promise<number> =>
      page.evaluate<number>(
        `new Promise((done) => { let frames = 0; const start = performance.now(); requestAnimationFrame(function tick(now) { if (now - start >= ${1000 * seconds}) done((1000 * frames) / (now - start)); else { frames++; requestAnimationFrame(tick); } }); })`,
      );
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const rounds: { idle: number; dragged: number }[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const idle = await count(1);
      await page.mouse.move(x, y);
      await page.mouse.down();
      const counting = count(SECONDS);
      const end = Date.now() + 1000 * SECONDS;
      for (let i = 0; Date.now() < end; i++) await page.mouse.move(x + 60 * Math.sin(i / 20), y + 40 * Math.cos(i / 20));
      const dragged = await counting;
      await page.mouse.move(x, y);
      await page.mouse.up();
      rounds.push({ idle, dragged });
    }
    // The machine is shared: a round in which even standing still misses frames says nothing of the application.
    const quiet = rounds.filter(({ idle }) => idle > 57);
    const best = [...(quiet.length ? quiet : rounds)].sort((p, q) => q.dragged - p.dragged)[0] as (typeof rounds)[number];
    const all = rounds.map(({ idle, dragged }) => `${dragged.toFixed(0)}/${idle.toFixed(0)}`).join(' ');
    console.log(
      `drag of one of 12 microphones among 14 sources: best ${best.dragged.toFixed(1)} frames/s (wanted: 55 or more), standing still ${best.idle.toFixed(1)}; rounds (drag/still): ${all}`,
    );
    console.log(
      `smallest moves in the page, from the press to the answer shown, worker warm: ${(await movesInPage(page)).toFixed(0)} ms best of 5 (wanted in a worker: under 150)`,
    );
  });
}

/** Presses for the smallest moves and waits, inside the page, for what they are; the first press starts the worker and is not counted. */
async function movesInPage(page: Page): Promise<number> {
  const press = `new Promise((done) => {
    const shown = () => document.querySelector('[role=region][aria-label="Smallest moves"]');
    const start = performance.now();
    const watch = new MutationObserver(() => { if (shown()) { watch.disconnect(); done(performance.now() - start); } });
    watch.observe(document.body, { childList: true, subtree: true });
    [...document.querySelectorAll('button')].find((button) => button.textContent === 'Smallest moves').click();
  })`;
  const times: number[] = [];
  for (let i = 0; i < 6; i++) {
    const time = await page.evaluate<number>(press);
    if (i > 0) times.push(time);
    await page.getByRole('region', { name: 'Smallest moves' }).getByRole('button', { name: 'Leave it' }).click();
  }
  return Math.min(...times);
}

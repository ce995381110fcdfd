import { useEffect } from 'react';
import { createStore, type StoreApi, useStore } from 'zustand';
import { sayStores } from '../../words/stores.page.en';
import type { JobAnswer } from '../../workers/jobRunner';
import type { JobName, Jobs } from '../../workers/protocol';
import { runJob } from '../../workers/runJob';

/** What is known of something that is worked out off the page. */
export interface Known<I, O> {
  /** What it was worked out of; null until something was. */
  readonly of: I | null;
  readonly value: O | null;
  /** Why it could not be worked out for these inputs, in a sentence. */
  readonly problem: string | null;
}

interface Wish<I, O, N extends JobName> {
  readonly job: N;
  /** Who asks: a newer question of the same owner takes the place of the older one. */
  readonly owner: string;
  /** What an answer hangs on: inputs with the same things, by identity, are one question. */
  readonly key: (inputs: I) => readonly unknown[];
  /** What goes to the worker; null where the answer is at hand. */
  readonly input: (inputs: I) => Jobs[N]['input'] | { readonly atHand: O };
  readonly output: (output: Jobs[N]['output'], inputs: I) => O;
  /** Worked out on the page where no worker can run. */
  readonly fallback?: (inputs: I, reason: string) => O | Promise<O>;
  /** It is asked once nothing has changed for this long, ms. */
  readonly stillMs: number;
}

/** Something that is worked out off the page for some inputs, once, whoever asks. */
export interface Resource<I, O> {
  /** The answer; null where a newer question took its place or there is none. */
  ask(inputs: I): Promise<O | null>;
  /** What is known for just these inputs; null until it is. */
  current(inputs: I): Known<I, O> | null;
  /** What was worked out, or found again, last. */
  readonly store: StoreApi<Known<I, O>>;
  readonly stillMs: number;
}

/** So many answers are kept: undo and redo find them again. */
const KEPT = 8;
const NOTHING = { of: null, value: null, problem: null };

export function createResource<I extends object, O, N extends JobName>(wish: Wish<I, O, N>): Resource<I, O> {
  const { job, owner, key, stillMs } = wish;
  const store = createStore<Known<I, O>>(() => NOTHING);
  let kept: readonly Known<I, O>[] = [];
  let running: { readonly of: I; readonly answer: Promise<O | null> } | null = null;

  const isSame = (a: I, b: I): boolean => {
    const other = key(b);
    return a === b || key(a).every((one, i) => Object.is(one, other[i]));
  };

  const keep = (known: Known<I, O>): void => {
    kept = [known, ...kept].slice(0, KEPT);
    store.setState(known, true);
  };

  async function answered(inputs: I): Promise<Known<I, O> | null> {
    const input = wish.input(inputs);
    if (typeof input === 'object' && input !== null && 'atHand' in input) return { of: inputs, value: input.atHand, problem: null };
    const answer: JobAnswer<N> = await runJob(job, input as Jobs[N]['input'], { owner });
    if (answer.kind === 'done') return { of: inputs, value: wish.output(answer.output, inputs), problem: null };
    if (answer.kind !== 'failed') return null;
    if (!wish.fallback) return { of: inputs, value: null, problem: answer.reason };
    return { of: inputs, value: await wish.fallback(inputs, answer.reason), problem: null };
  }

  const current = (inputs: I): Known<I, O> | null => kept.find(({ of }) => of !== null && isSame(of, inputs)) ?? null;

  function ask(inputs: I): Promise<O | null> {
    const known = current(inputs);
    if (known) {
      if (store.getState() !== known) store.setState(known, true);
      return Promise.resolve(known.value);
    }
    if (running && isSame(running.of, inputs)) return running.answer;
    const own = {
      of: inputs,
      answer: answered(inputs)
        .catch(
          (error: unknown): Known<I, O> => ({
            of: inputs,
            value: null,
            problem: sayStores('it-could-not-be-worked-out', { error: error instanceof Error ? error.message : sayStores('unknown-trouble') }),
          }),
        )
        .then((found) => {
          if (running === own) {
            running = null;
            if (found) keep(found);
          }
          return found?.value ?? null;
        }),
    };
    running = own;
    return own.answer;
  }

  return {
    ask,
    current,
    store,
    stillMs,
  };
}

/** Has it worked out for some inputs once they are still; what was known last until then. Null asks nothing. */
export function useResource<I extends object, O>(resource: Resource<I, O>, inputs: I | null): Known<I, O> {
  const last = useStore(resource.store);
  const current = inputs && resource.current(inputs);
  useEffect(() => {
    if (inputs === null || (current !== null && current === resource.store.getState())) return;
    if (current) {
      // Found again, as after an undo.
      void resource.ask(inputs);
      return;
    }
    const start = window.setTimeout(() => void resource.ask(inputs), resource.stillMs);
    return () => window.clearTimeout(start);
  }, [resource, inputs, current]);
  return current ?? last;
}

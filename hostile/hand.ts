import type { Session } from '../src/core/document';
import { geometryOf } from '../src/core/instruments';
import { type Random, vec3 } from '../src/core/math';

/** Chooses things of a session by chance; now and then something that is not there. */
export class Hand {
  private ids = 0;
  constructor(
    readonly random: Random,
    readonly session: Session,
    seed: number,
  ) {
    this.ids = seed;
  }
  pick<T>(list: readonly T[]): T | undefined {
    return list[this.random.integer(0, list.length - 1)];
  }
  chance(share: number): boolean {
    return this.random.uniform() < share;
  }
  newId = (): string => `id-${this.random.integer(0, 1e9).toString(36)}-${this.ids++}`;
  microphone = (): string => (this.chance(0.03) ? 'nobody' : (this.pick(this.session.microphones)?.id ?? 'nobody'));
  some = (): string[] => this.session.microphones.filter(() => this.chance(0.4)).map(({ id }) => id);
  instrument = (): string => this.pick(this.session.instruments)?.id ?? 'nothing';
  pair = (): string => this.pick(this.session.pairs)?.id ?? 'none';
  length = (low: number, high: number): number =>
    this.chance(0.02) ? (this.pick([NaN, Infinity, -1e9, 1e9, 0]) as number) : this.random.between(low, high);
  point = () => vec3(this.length(-1, 7), this.length(-1, 6), this.length(-0.5, 4));
  source() {
    const instrument = this.pick(this.session.instruments);
    const source = instrument && this.pick(geometryOf(instrument).sources);
    return instrument && source ? { instrumentId: instrument.id, sourceId: this.chance(0.05) ? 'gone' : source.id } : null;
  }
  mark() {
    const instrument = this.pick(this.session.instruments);
    const mark = instrument && this.pick(geometryOf(instrument).marks);
    return instrument && mark ? { instrumentId: instrument.id, markId: mark.id } : null;
  }
  place = (): string => {
    const mark = this.chance(0.3) ? null : this.mark();
    return mark ? `${mark.instrumentId}/${mark.markId}` : 'floor';
  };
}

/** It is over when it was so quiet for so long, seconds: longer than players pause between two steps. */
const QUIET_S = 6;
/** So far over the quietest moment is playing, dB; and nothing fainter than −60 dBFS is (our choice). */
const OVER_NOISE_DB = 15;
const FAINT = 1e-3;

/** Whether a take has fallen silent: nothing over the quietest there was for long, after something was. Told the highest sample of all channels, piece by piece. */
export class Silence {
  private quietest = 1;
  private last: number | null = null;

  /** Takes what is heard from the moment the input is open, also before anything is recorded. */
  hear(peak: number): void {
    this.quietest = Math.min(this.quietest, peak);
  }

  /** A take begins. */
  begin(): void {
    this.last = null;
  }

  /** @param seconds of the take so far */
  isOver(peak: number, seconds: number): boolean {
    if (peak > Math.max(FAINT, this.quietest * 10 ** (OVER_NOISE_DB / 20))) this.last = seconds;
    return this.last !== null && seconds - this.last > QUIET_S;
  }
}

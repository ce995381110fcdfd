import type { Page } from '@playwright/test';

const PATH = '/injected.bin';

/**
 * Gives the page an input with these channels, played round and round from the moment it is opened. The browser's own fake input is one
 * channel that beeps, and what its streams carry between two audio graphs is two at most: so the stream is the fake input's, and what
 * the page makes a source of it has the channels.
 *
 * @param rate of the samples; null for whatever the page's own audio runs at, sample for sample
 */
export async function injectInput(page: Page, channels: readonly Float32Array[], rate: number | null): Promise<void> {
  await injectLater(page, { count: channels.length, length: channels[0]?.length ?? 0, rate }, () => channels);
}

/** The same, where what is played is known only once the page has made its session: asked for when the input is opened. */
export async function injectLater(
  page: Page,
  { count, length, rate }: { readonly count: number; readonly length: number; readonly rate: number | null },
  played: () => readonly Float32Array[],
): Promise<void> {
  await page.route(`**${PATH}`, (route) => {
    const bytes = Buffer.concat(played().map((samples) => Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength)));
    return route.fulfill({ body: bytes, contentType: 'application/octet-stream' });
  });
  await page.addInitScript(
    ({ path, count, length, own }) => {
      const { mediaDevices } = navigator;
      const ask = mediaDevices.getUserMedia.bind(mediaDevices);
      mediaDevices.getUserMedia = async (wanted) => {
        const stream = await ask(wanted);
        const [track] = stream.getAudioTracks();
        if (track) {
          const settings = track.getSettings();
          track.getSettings = () => ({ ...settings, channelCount: count });
        }
        Object.assign(globalThis, { injectedTrack: track });
        return stream;
      };
      AudioContext.prototype.createMediaStreamSource = function (this: AudioContext) {
        const out = new GainNode(this, { channelCount: count, channelCountMode: 'explicit', channelInterpretation: 'discrete' });
        void fetch(path)
          .then((answer) => answer.arrayBuffer())
          .then((planes) => {
            const buffer = this.createBuffer(count, length, own ?? this.sampleRate);
            for (let c = 0; c < count; c++) buffer.copyToChannel(new Float32Array(planes, 4 * c * length, length), c);
            const play = (fromS: number): AudioBufferSourceNode => {
              const source = new AudioBufferSourceNode(this, { buffer, loop: true });
              source.connect(out);
              source.start(0, fromS);
              return source;
            };
            let playing = play(0);
            Object.assign(globalThis, {
              injectedFrom: (fromS: number) => {
                playing.stop();
                playing = play(fromS);
              },
            });
          });
        return out as unknown as MediaStreamAudioSourceNode;
      };
    },
    { path: PATH, count, length, own: rate },
  );
}

/** The input goes on playing from there, now. */
export const playFrom = (page: Page, seconds: number): Promise<void> =>
  page.evaluate((from) => (globalThis as unknown as { injectedFrom: (seconds: number) => void }).injectedFrom(from), seconds);

/** Nobody is there to choose a folder in the browser's own window: it has none, or one among its own files. */
export const chooseFolder = async (page: Page, name: string | null): Promise<void> => {
  await page.addInitScript((own) => {
    Object.assign(globalThis, {
      showDirectoryPicker: own === null ? undefined : async () => (await navigator.storage.getDirectory()).getDirectoryHandle(own, { create: true }),
    });
  }, name);
};

/** The input is pulled out. */
export const unplug = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const { injectedTrack } = globalThis as unknown as { injectedTrack: MediaStreamTrack };
    injectedTrack.stop();
    injectedTrack.dispatchEvent(new Event('ended'));
  });

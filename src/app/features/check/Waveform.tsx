import { useEffect, useRef } from 'react';
import WaveSurfer from 'wavesurfer.js';
import type { ChannelPeaks } from '../../../workers/protocol';

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce;

/** One channel's outline, from peaks worked out in the worker. */
export function Waveform({ wave, colour, height = 44 }: { wave: ChannelPeaks; colour: string; height?: number }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const highs = Float32Array.from({ length: wave.peaks.length / 2 }, (_, i) =>
      Math.max(Math.abs(wave.peaks[2 * i] as number), wave.peaks[2 * i + 1] as number),
    );
    const surfer = WaveSurfer.create({
      container: box.current,
      height,
      peaks: [highs],
      duration: wave.durationSeconds,
      interact: false,
      normalize: true,
      cursorWidth: 0,
      waveColor: getComputedStyle(document.documentElement).getPropertyValue(colour.slice(4, -1)) || '#888',
      ...(nonce ? { cspNonce: nonce } : {}),
    });
    return () => surfer.destroy();
  }, [wave, colour, height]);
  return <div ref={box} aria-hidden="true" style={{ minHeight: height }} />;
}

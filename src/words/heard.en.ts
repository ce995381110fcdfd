const WAIT = 'wait for it to pass, or switch it off. Put a note on the door to switch it on again.';

/** What a clap and a minute of quiet say; noises by where they lie are what a home has (common practice). */
export const HEARD = {
  'clap-low':
    'At {hertz} Hz the clap is {over} dB above the noise and {needed} dB are needed. Clap harder or burst a balloon, with everything else quiet.',
  hum: 'Hum at {mainsHz} Hz, {level} dBFS: move cables away from power leads, use one outlet for everything, and never lift the safety earth.',
  ticks: 'Ticks at {perMinute} a minute: the click bleeds from headphones. Turn it down, use closed ones, or leave it out of the last bars.',
  whistle: 'A whistle at {hertz} Hz, {level} dBFS: a charger, screen or dimmer. Switch them off one by one.',
  low: `{count, plural, one {Something} other {# things}} at {at} in the low (traffic, a door, steps or a compressor starting): ${WAIT}`,
  middle: `{count, plural, one {Something} other {# things}} at {at} in the middle (a voice, a phone, a chair or a pump): ${WAIT}`,
  high: `{count, plural, one {Something} other {# things}} at {at} in the high (birds, hiss, cloth or keys): ${WAIT}`,
  loud: 'The quiet is at {level} dBFS: use less gain, a nearer microphone or a quieter hour.',
} as const;

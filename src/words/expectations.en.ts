/** Why what a set-up raises by design is fine, by its id and the finding's code. */
export const EXPECTATIONS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'kit-four-spaced': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kit-front': {
    overload: 'Peaks of a kit at half a metre are near what a condenser takes; its pad is on for that.',
  },
  'kit-room-omni': {
    boundary: 'In a small room every place is near some wall; a third of the way in is the best there is.',
  },
  'kit-kick-overhead': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kit-equal-three': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kit-equal-three-strict': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kit-four-crossed': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kit-eight': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'kit-ten': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'kit-twelve': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'kit-cymbals': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kick-port': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'kick-front': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'kick-low': {
    comb: 'The front head moves later than the beater’s side by the drum’s depth; below 200 Hz that adds.',
  },
  'snare-crack': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'snare-ring': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'snare-both': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
    comb: 'The two heads are a few centimetres apart; the first dip lies above the drum’s body.',
  },
  'toms-close': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'hat-bell': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'hat-edge': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'kit-room-ribbon': {
    comb: 'Close microphones hear their drum before the pair does; that is what depth sounds like.',
  },
  'kick-axis-front': {
    leak: 'A close microphone in a kit always hears its neighbours; turn its dead side to the worst one and leave the rest.',
  },
  'guitar-low-high': {
    comb: 'Two microphones on one box; equal distances keep it small.',
    'pair-unequal': 'The bridge is nearer the body than the neck is; move the neck one in until the distances are equal if mono matters.',
  },
  'guitar-ms': {
    'polarity-opposed': 'The side microphone’s two lobes are opposite by nature; the matrix wants it so.',
  },
  'guitar-ribbon-condenser': {
    comb: 'A few centimetres remain; bring the farther one in if the low end thins.',
  },
  'guitar-close-far': {
    comb: 'The far one is late on purpose: leave it for depth.',
  },
  'voice-guitar-nulls': {
    aim: 'Its null is on the other source first; its own is heard on the slope of the lobe.',
    leak: 'A null is as good as the player sits still; what is left comes by the room.',
    comb: 'Bleed arrives late by the distance between them.',
    'polarity-opposed': 'What bleeds into a lobe’s other side has opposite polarity; it is far below the wanted voice.',
  },
  'grand-hammers': {
    'stand-in-way': 'The microphones go in under the lid on its proper prop; bring the booms in from the open side.',
    comb: 'Two microphones over one sound board; the parts they share are quieter in one than in the other.',
  },
  'grand-crossed': {
    aim: 'Crossed over the strings, each of the two looks at its own end of the piano and past the middle.',
    'stand-in-way': 'The microphones go in under the lid on its proper prop; bring the booms in from the open side.',
  },
  'grand-tree': {
    comb: 'Three omnis a step apart; what they share comes to each at its own time, which is what makes them wide.',
  },
  'grand-hammer-tail': {
    'stand-in-way': 'The microphones go in under the lid on its proper prop; bring the booms in from the open side.',
    comb: 'Two microphones over one sound board; the parts they share are quieter in one than in the other.',
    'pair-unequal': 'Hammers and tail are two places of one board; what they share is judged by ear.',
  },
  'upright-lid': {
    comb: 'Two microphones over one sound board; the parts they share are quieter in one than in the other.',
  },
  'upright-back': {
    comb: 'Two microphones over one sound board; the parts they share are quieter in one than in the other.',
    boundary: 'Behind an upright there is a wall; half a metre is enough, more is better.',
  },
  'upright-knee': {
    comb: 'Two microphones over one sound board; the parts they share are quieter in one than in the other.',
  },
  'cajon-two': {
    'polarity-opposed': 'The open end moves the other way, so its channel has reversed polarity.',
    comb: 'Front and back of one drum are a few tenths of a millisecond apart; that remains after reversing one.',
  },
  'cajon-four': {
    'polarity-opposed': 'The open end moves the other way, so its channel has reversed polarity.',
    comb: 'Front and back of one drum are a few tenths of a millisecond apart; that remains after reversing one.',
  },
  'congas-each': {
    leak: 'The drums stand side by side; closer and more tilted apart is all there is.',
  },
  'congas-low': {
    'polarity-opposed': 'The open end moves the other way, so its channel has reversed polarity.',
    comb: 'Front and back of one drum are a few tenths of a millisecond apart; that remains after reversing one.',
    leak: 'The drums stand side by side; closer and more tilted apart is all there is.',
  },
  'bongos-each': {
    leak: 'The drums stand side by side; closer and more tilted apart is all there is.',
  },
  'djembe-both': {
    'polarity-opposed': 'The open end moves the other way, so its channel has reversed polarity.',
    comb: 'Front and back of one drum are a few tenths of a millisecond apart; that remains after reversing one.',
  },
  'frame-drum-both': {
    'polarity-opposed': 'The open end moves the other way, so its channel has reversed polarity.',
    comb: 'Front and back of one drum are a few tenths of a millisecond apart; that remains after reversing one.',
  },
  'mallets-spaced': {
    comb: 'Both hear the middle bars; equal heights keep them in step.',
  },
  'trumpet-axis': {
    overload: 'Brass at this distance is near what a condenser takes; its pad is on for that.',
  },
  'trumpet-off-axis': {
    overload: 'Brass at this distance is near what a condenser takes; its pad is on for that.',
  },
  'horn-two-kinds': {
    overload: 'Brass at this distance is near what a condenser takes; its pad is on for that.',
  },
  'tuba-above': {
    boundary: 'A tuba’s bell looks at the ceiling; absorb above.',
  },
  'french-horn-reflected': {
    boundary: 'The line is as long as the room; a longer room would take the microphone off its end.',
  },
  'kit-room-ribbons': {
    comb: 'The room comes late on purpose: leave it for depth.',
    boundary: 'In a small room every place is near some wall; a third of the way in is the best there is.',
  },
  'guitar-three-kinds': {
    comb: 'A few centimetres apart: you listen to one at a time, and keep one.',
  },
  'sax-dynamic': {
    aim: 'It looks at the keys: the bell is heard from the side, which is what softens it.',
  },
  'sax-clip': {
    leak: 'It hears its own horn far above all else.',
  },
  'sax-two-kinds': {
    aim: 'The ribbon looks past the bell, so that its air does not strike it.',
    comb: 'As far from the bell, a few centimetres unequal from the keys.',
  },
  'guitar-crossed-eights': {
    aim: 'Two lobes crossed at a right angle: what is in the middle lies at the side of both.',
  },
  'sax-bell-keys': {
    aim: 'It looks at the keys: the bell is heard from the side, which is what softens it.',
  },
};

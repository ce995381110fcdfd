/** Questions of the ear's drills, and what is told once they were answered. */
export const DRILLS = {
  'ask-reversed': 'In which of the two is one channel reversed?',
  'tell-reversed': '{name} is reversed in it. Between two loudspeakers it seems to be nowhere; added to mono its lows go.',
  'ask-late': 'In which of the two is one channel late?',
  'tell-late': '{name} comes {ms} ms late in it: the stereo image leans to the other side.',
  'ask-closer': 'In which of the two is {name} closer?',
  'tell-closer': 'It stands at {percent} % of the distance in it: more of what it looks at, less of the rest and of the room, more lows.',
  'ask-off-axis': 'In which of the two does {name} look past its source?',
  'tell-off-axis': 'It is turned {degrees}° away in it: its source is softer beside the others and the room.',
  'ask-edge': '{name} is held to the source “{source}”. In which of the two is it at the edge and not over the middle?',
  'tell-edge': 'At the edge less of it comes straight at the microphone, and more of the others beside it.',
  'ask-pattern': 'In which of the two is {name} {pattern, select, omni {an omni} other {a figure-of-eight}} and not a cardioid?',
  'tell-omni': 'The omni takes up all round: more of the others and the room.',
  'tell-figure-of-eight': 'The figure-of-eight hears behind as well as ahead and nothing to its sides.',
  'ask-spaced': 'Both are added to mono. Which of the two is the spaced pair?',
  'tell-spaced': 'Spaced, its channels come at different times: added, they comb, hollow in the middle of what they hear.',
} as const;

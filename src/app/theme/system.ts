import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react';
import { library } from './library';

/** A colour by meaning: daylight, and slate for the dim room. */
const both = (daylight: string, slate: string): { value: { _light: string; _dark: string } } => ({ value: { _light: daylight, _dark: slate } });

/**
 * Eight string colours safe for colour-blind users, in a daylight and a slate shade (after the qualitative set of Okabe and
 * Ito 2008, from memory, darkened for paper); the microphone's label always stands on the string's end.
 */
const strings: readonly (readonly [string, string])[] = [
  ['#a85a00', '#f0a04b'],
  ['#0b6aa2', '#62bdf0'],
  ['#00785a', '#3cc9a0'],
  ['#9c3f7c', '#e49ac4'],
  ['#7a6a00', '#e6db5c'],
  ['#b23c10', '#f58a5e'],
  ['#2f4ea8', '#9db2ff'],
  ['#4f5a60', '#c4ced2'],
];

/** Colours of words and signs, by meaning. */
const MEANINGS = {
  ink: ['#1c2a30', '#ece6d9'],
  quiet: ['#56646a', '#a9b3b3'],
  tape: ['#8a5f00', '#f0b429'],
  fix: ['#a3311c', '#ff9178'],
  improve: ['#8a5f00', '#f0b429'],
  note: ['#3a5f86', '#93b9e0'],
  fine: ['#4b6a1f', '#a6cf6b'],
} as const;
/** The same and the strings: what stands on a page or a panel. */
export const INKS: Readonly<Record<string, readonly [daylight: string, slate: string]>> = {
  ...MEANINGS,
  ...Object.fromEntries(strings.map((colours, i) => [`string${i}`, colours])),
};
/** What they stand on. */
export const GROUNDS = { page: ['#f6f2e8', '#12181b'], panel: ['#fffdf7', '#1a2327'] } as const;
/** The tape's own yellow, the same by day and by night, and what is written on it. */
export const TAPE = { fill: '#f0b429', ink: '#12181b' } as const;

const tokensOf = (colours: Readonly<Record<string, readonly [string, string]>>) =>
  Object.fromEntries(Object.entries(colours).map(([name, [daylight, slate]]) => [name, both(daylight, slate)]));

const config = defineConfig({
  globalCss: {
    'html, body, #root': { height: '100%' },
    body: { bg: 'page', color: 'ink', fontFamily: 'body', fontSize: 'md', lineHeight: '1.4' },
    // What opens is known by its triangle: flex takes the browser's own away.
    'summary::before': {
      content: '""',
      flexShrink: 0,
      marginRight: '8px',
      borderStyle: 'solid',
      borderWidth: '5px 0 5px 8px',
      borderColor: 'transparent transparent transparent currentColor',
    },
    'details[open] > summary::before': { transform: 'rotate(90deg)' },
    '*:focus-visible': { outline: '2px solid', outlineColor: 'tape', outlineOffset: '2px' },
  },
  theme: {
    tokens: {
      colors: { tapeFill: { value: TAPE.fill } },
      fonts: {
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        heading: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        mono: { value: "'Atkinson Hyperlegible Mono Variable', monospace" },
      },
      fontSizes: {
        sm: { value: '13px' },
        md: { value: '15px' },
        lg: { value: '18px' },
        xl: { value: '24px' },
        '2xl': { value: '36px' },
        stand: { value: '72px' },
      },
      radii: { l1: { value: '2px' }, l2: { value: '3px' }, l3: { value: '4px' } },
    },
    semanticTokens: {
      colors: {
        ...tokensOf(GROUNDS),
        ...tokensOf(INKS),
        line: both('#d8d0be', '#2c3a40'),
        edge: both('#8b866f', '#5d6f77'),
        'bg.DEFAULT': both(...GROUNDS.page),
        'bg.panel': both(...GROUNDS.panel),
        'fg.DEFAULT': both(...MEANINGS.ink),
        'fg.muted': both(...MEANINGS.quiet),
        'border.DEFAULT': both('#d8d0be', '#2c3a40'),
      },
    },
  },
});

export const system = createSystem(defaultBaseConfig, library, config);

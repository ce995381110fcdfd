import { fleschKincaid } from 'flesch-kincaid';
import { syllable } from 'syllable';
import * as brief_page_en from './brief.page.en';
import * as capture_page_en from './capture.page.en';
import * as check_page_en from './check.page.en';
import * as checklist_en from './checklist.en';
import * as checks_en from './checks.en';
import * as components_page_en from './components.page.en';
import * as db_page_en from './db.page.en';
import * as drawing_page_en from './drawing.page.en';
import * as drills_en from './drills.en';
import * as ears_page_en from './ears.page.en';
import * as expectations_en from './expectations.en';
import * as findings_en from './findings.en';
import * as fits_en from './fits.en';
import * as floor_page_en from './floor.page.en';
import * as frame_page_en from './frame.page.en';
import * as furnishings_en from './furnishings.en';
import * as heard_en from './heard.en';
import * as imports_en from './imports.en';
import * as kinds_en from './kinds.en';
import * as listening_page_en from './listening.page.en';
import * as loop_page_en from './loop.page.en';
import * as optimise_en from './optimise.en';
import * as pairs_page_en from './pairs.page.en';
import * as patch_page_en from './patch.page.en';
import * as planning_en from './planning.en';
import * as proof_en from './proof.en';
import * as ready_page_en from './ready.page.en';
import * as recording_en from './recording.en';
import * as room_page_en from './room.page.en';
import * as sessions_page_en from './sessions.page.en';
import * as setups_en from './setups.en';
import * as setups_page_en from './setups.page.en';
import * as sheet_page_en from './sheet.page.en';
import * as shelf_page_en from './shelf.page.en';
import * as stations_page_en from './stations.page.en';
import * as stores_page_en from './stores.page.en';
import * as tape_en from './tape.en';
import * as tape_page_en from './tape.page.en';
import * as verdict_en from './verdict.en';

const FILES = {
  brief_page_en,
  capture_page_en,
  check_page_en,
  checklist_en,
  checks_en,
  components_page_en,
  db_page_en,
  drawing_page_en,
  drills_en,
  ears_page_en,
  expectations_en,
  findings_en,
  fits_en,
  floor_page_en,
  frame_page_en,
  furnishings_en,
  heard_en,
  imports_en,
  kinds_en,
  listening_page_en,
  loop_page_en,
  optimise_en,
  pairs_page_en,
  patch_page_en,
  planning_en,
  proof_en,
  ready_page_en,
  recording_en,
  room_page_en,
  sessions_page_en,
  setups_en,
  setups_page_en,
  sheet_page_en,
  shelf_page_en,
  stations_page_en,
  stores_page_en,
  tape_en,
  tape_page_en,
  verdict_en,
};

interface Said {
  readonly key: string;
  readonly text: string;
}

/** Every text of a file of messages, whatever it exports. */
function textsIn(value: unknown, key: string): Said[] {
  if (typeof value === 'string') return [{ key, text: value }];
  if (typeof value === 'function') return textsIn((value as { readonly messages?: unknown }).messages, key);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, one]) => textsIn(one, `${key}/${name}`));
}

const ALL: readonly Said[] = textsIn(FILES, 'words');

/** What a message says with its longest branches, its facts as one short word each. */
function spoken(text: string): string {
  let said = text;
  for (let n = 0; n < 4; n++)
    said = said
      .replaceAll(/\{\w+, (?:plural|select),((?:\s*[=\w]+ \{[^{}]*\})+)\s*\}/g, (_, branches: string) =>
        [...branches.matchAll(/[=\w]+ \{([^{}]*)\}/g)]
          .map(([, one = '']) => one)
          .reduce((longest, one) => (one.length > longest.length ? one : longest), ''),
      )
      .replaceAll(/\{\w+(?:, number)?\}/g, 'one');
  return said.replaceAll('#', '5');
}

/** What the product does not say; what stands beside each is said instead. */
const NEVER: readonly (readonly [RegExp, string])[] = [
  [/upside down|other way (?:up|round)|turned round|\bopposed\b|\binvert(?:s|ed|ing)?\b|\bflip(?:s|ped)?\b/i, 'reversed, opposite polarity'],
  [/\bslid\b|\bslide[sd]? (?:it|to)\b|held back|hold \S+ back|\badvance/i, 'earlier, later, delay'],
  [/\bpictures?\b|puddle|heard at the loudspeakers/i, 'stereo image, hole in the middle, crowded into the middle'],
  [/\brakes?\b/i, 'arrivals'],
  [/along (?:its|the) string|strings? (?:to \{|held|grow)|equal strings/i, 'distance'],
  [/moving-coil/i, 'dynamic'],
  [/by design|is wanting|are wanting|goes with|comes to it/i, 'fits, needs, missing'],
  [/\bleak/i, 'bleed'],
  [/body goes|speaks loudest/i, 'thin, boomy'],
  [/keeps? the others out/i, 'bleed, rejection'],
  [/what (?:stands|stood)|stands? otherwise|\bstands now\b/i, 'current set-up'],
  [
    /\bput(?:s|ting)? (?:this |it |them )?up\b|\bput(?:s)? (?:it |them )?in\b(?!to)|tak(?:e|en) (?:it|them|\S+) away|let it do/i,
    'place, add, remove',
  ],
  [/none cheaper|nothing is cheaper/i, 'the cheapest'],
];

test('no word that people stopped at is said anywhere', () => {
  const found = ALL.flatMap(({ key, text }) =>
    NEVER.flatMap(([word, instead]) => (word.test(spoken(text)) ? [`${key}: “${text}” (say: ${instead})`] : [])),
  );
  expect(ALL.length).toBeGreaterThan(2400);
  expect(found).toEqual([]);
});

/** The grade of school that reads a text with ease (Flesch and Kincaid, 1975), by the packages `flesch-kincaid` and `syllable`. */
function gradeOf(text: string): number {
  const sentences = text.split(/[.?!](?:\s|$)/).filter((one) => one.trim().length > 0).length;
  const words = text.split(/\s+/).filter((word) => /[a-z]/i.test(word));
  return fleschKincaid({ sentence: Math.max(1, sentences), word: words.length, syllable: words.reduce((sum, word) => sum + syllable(word), 0) });
}

/** Words of the trade that have no shorter ones: they are not counted against a sentence. */
const TERMS =
  /\b(?:microphones?|instruments?|polarity|phantom|condensers?|dynamic|cardioid|recorders?|decibels?|stereo|headphones|loudspeakers?|interface|simulated|absorption|reflections?|frequency|sensitivity|documentation|available|adapters?\.md|ferryman’s|session|attenuator|overheads?|ambient|resonant|musician|geometry|distances?)\b/gi;

test('sentences read easily: the eighth grade in the middle, the eleventh at most', () => {
  const grades = ALL.map(({ key, text }) => ({
    key,
    text,
    said: spoken(text)
      .replaceAll(/\{[^}]*\}/g, 'ten feet')
      .replaceAll(TERMS, 'thing'),
  }))
    .filter(({ said }) => said.split(/\s+/).length >= 6)
    .map(({ key, text, said }) => ({ key, text, grade: gradeOf(said) }))
    .sort((a, b) => b.grade - a.grade);
  const median = grades[Math.floor(grades.length / 2)]?.grade ?? 99;
  console.info(
    JSON.stringify({ sentences: grades.length, median: Number(median.toFixed(1)), above11: grades.filter(({ grade }) => grade > 11).length }),
  );
  expect(median).toBeLessThan(8);
  expect(grades.filter(({ grade }) => grade > 11).map(({ key, text, grade }) => `${grade.toFixed(1)} ${key}: ${text}`)).toEqual([]);
});

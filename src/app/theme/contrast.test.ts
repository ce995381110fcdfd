import { GROUNDS, INKS, system, TAPE } from './system';

/** Relative luminance and contrast ratio (WCAG 2.2, definitions). */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(colour.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: string, b: string): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

test('the ratio is the standard’s: black on white 21, one grey on white 4.54 (WCAG’s own examples)', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
  expect(contrast('#767676', '#ffffff')).toBeCloseTo(4.54, 2);
});

describe.each([
  ['daylight', 0],
  ['slate', 1],
] as const)('%s', (_theme, at) => {
  test.each(Object.entries(INKS))('%s is read on page and panel (AA: 4.5 to 1)', (_name, ink) => {
    for (const ground of Object.values(GROUNDS)) expect(contrast(ink[at], ground[at])).toBeGreaterThanOrEqual(4.5);
  });
});

test('what is written on the tape is read', () => {
  expect(contrast(TAPE.ink, TAPE.fill)).toBeGreaterThanOrEqual(4.5);
});

test('the page is painted with these colours and no others of their names', () => {
  const css = JSON.stringify(system.getTokenCss());
  for (const [name, [daylight, slate]] of Object.entries({ ...INKS, ...GROUNDS })) {
    expect([name, css.includes(`"--chakra-colors-${name}":"${daylight}"`)]).toEqual([name, true]);
    expect([name, css.includes(`"--chakra-colors-${name}":"${slate}"`)]).toEqual([name, true]);
  }
});

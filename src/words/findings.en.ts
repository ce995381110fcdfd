/** What is said of findings besides what they tell themselves. */
export const FINDINGS = {
  expected: 'Expected with this set-up: {why} {said}',
} as const;

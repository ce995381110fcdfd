/** Solves a mixed-integer program given as CPLEX LP text; null when it has no solution. Supplied by a package. */
export type SolveMilp = (lpText: string) => Readonly<Record<string, number>> | null;

type Term = readonly [number, string];

export interface MilpModel {
  binary(name: string, cost: number): void;
  fixZero(name: string): void;
  atMost(terms: readonly Term[], bound: number): void;
  equal(terms: readonly Term[], value: number): void;
  text(): string;
}

const termText = ([factor, name]: Term): string => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`;

/** Collects a minimisation over binary variables and writes it as LP text. */
export function createModel(): MilpModel {
  const costs: Term[] = [];
  const rows: string[] = [];
  const names: string[] = [];
  return {
    binary: (name, cost) => {
      names.push(name);
      if (cost !== 0) costs.push([cost, name]);
    },
    fixZero: (name) => rows.push(`+ 1 ${name} = 0`),
    atMost: (terms, bound) => rows.push(`${terms.map(termText).join(' ')} <= ${bound}`),
    equal: (terms, value) => rows.push(`${terms.map(termText).join(' ')} = ${value}`),
    text: () => {
      const objective = costs.length ? costs.map(termText).join('\n ') : `0 ${names[0] ?? 'none'}`;
      const constraints = rows.map((row, i) => ` c${i}: ${row}`).join('\n');
      return `Minimize\n obj: ${objective}\nSubject To\n${constraints}\nBinary\n ${names.join('\n ')}\nEnd\n`;
    },
  };
}

import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import { parseSync } from '@swc/core';

/** One import of one file, types and dynamic ones included. */
export interface Import {
  readonly from: string;
  /** A path from the root, or a package's name. */
  readonly to: string;
  readonly isPackage: boolean;
}

const ENDINGS = ['', '.ts', '.tsx', '.mjs', '.js', '.d.ts', '/index.ts'];

function resolved(from: string, specifier: string): string | null {
  const base = normalize(join(dirname(from), specifier.replace(/\?.*$/, '')));
  return ENDINGS.map((ending) => base + ending).find((path) => /\.\w+$/.test(path) && existsSync(path)) ?? null;
}

/** Every text that stands for a module in a syntax tree: of imports, exports and import(). */
function specifiersIn(node: unknown, found: string[] = []): string[] {
  if (Array.isArray(node)) for (const item of node) specifiersIn(item, found);
  else if (typeof node === 'object' && node !== null) {
    const {
      type,
      source,
      callee,
      arguments: args,
    } = node as {
      type?: string;
      source?: { value?: unknown };
      callee?: { type?: string };
      arguments?: { expression?: { value?: unknown } }[];
    };
    if (/^(Import|Export)(Named|All)?Declaration$/.test(type ?? '') && typeof source?.value === 'string') found.push(source.value);
    if (type === 'CallExpression' && callee?.type === 'Import' && typeof args?.[0]?.expression?.value === 'string')
      found.push(args[0].expression.value);
    for (const part of Object.values(node)) if (typeof part === 'object') specifiersIn(part, found);
  }
  return found;
}

const packageName = (specifier: string): string =>
  specifier
    .split('/')
    .slice(0, specifier.startsWith('@') ? 2 : 1)
    .join('/');

/** What a file imports. Throws when a relative import leads nowhere. */
export function importsOf(file: string): Import[] {
  const tree = parseSync(readFileSync(file, 'utf8'), { syntax: 'typescript', tsx: file.endsWith('.tsx'), target: 'es2022' });
  return [...new Set(specifiersIn(tree.body))].flatMap((specifier): Import[] => {
    if (!specifier.startsWith('.')) return [{ from: file, to: packageName(specifier), isPackage: true }];
    const to = resolved(file, specifier);
    if (!to) throw new Error(`${file} imports ${specifier}, which is nowhere`);
    return [{ from: file, to, isPackage: false }];
  });
}

/** Circles among files, types included: each as the files it goes through (Tarjan, SIAM J. Comput. 1, 1972). */
export function circlesIn(imports: readonly Import[]): string[][] {
  const next = new Map<string, string[]>();
  for (const { from, to, isPackage } of imports) if (!isPackage) next.set(from, [...(next.get(from) ?? []), to]);
  const order = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const circles: string[][] = [];
  const visit = (file: string): void => {
    order.set(file, order.size);
    low.set(file, order.get(file) as number);
    stack.push(file);
    for (const to of next.get(file) ?? []) {
      if (!order.has(to)) {
        visit(to);
        low.set(file, Math.min(low.get(file) as number, low.get(to) as number));
      } else if (stack.includes(to)) low.set(file, Math.min(low.get(file) as number, order.get(to) as number));
    }
    if (low.get(file) !== order.get(file)) return;
    const circle = stack.splice(stack.indexOf(file));
    if (circle.length > 1 || next.get(file)?.includes(file)) circles.push(circle);
  };
  for (const file of next.keys()) if (!order.has(file)) visit(file);
  return circles;
}

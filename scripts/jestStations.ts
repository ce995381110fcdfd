import { existsSync, readdirSync } from 'node:fs';
import type { Station } from '../src/app/frame/station';

/** What the bundler's glob finds, found by reading the folder: for tests, which run without the bundler. */
const features = new URL('../src/app/features/', import.meta.url);
const folders = readdirSync(features).filter((folder) => existsSync(new URL(`${folder}/station.ts`, features)));
const modules = await Promise.all(
  folders.map((folder) => import(new URL(`${folder}/station.ts`, features).pathname) as Promise<{ station: Station }>),
);

export const STATIONS: readonly Station[] = modules.map(({ station }) => station);

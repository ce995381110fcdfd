import { BANDS } from '../../acoustics';
import type { ArrivalTable } from '../../arrivals';
import { sourceKey } from '../../ids';
import type { Matching, Proof } from '../proof/proof';
import type { TakeReport } from '../reading/report';
import { isRoom, rolesOf } from '../reading/roles';
import { kPower } from './loudness';

const { log10, max, min } = Math;

/** How loud one source is in the channels that carry the picture, LU re the loudest. */
export interface BalanceRow {
  readonly name: string;
  readonly lu: number;
  /** As the plan has it, LU re its own loudest among these; null without a plan. */
  readonly plannedLu: number | null;
}

export interface Balance {
  /** The channels in which it was measured: a pair, or the one there is. */
  readonly channels: readonly string[];
  readonly rows: readonly BalanceRow[];
}

/** What K weighting does to each band of the model, as a share of energy: the mean over the band, equal energy in every octave. */
const K_SHARES = BANDS.map(({ lowHz, highHz }) => {
  const rate = 48_000;
  let sum = 0;
  for (let k = 0; k < 32; k++) sum += kPower(lowHz * (highHz / lowHz) ** ((k + 0.5) / 32), rate);
  return sum / 32;
});

const toDb = (power: number): number => 10 * log10(max(power, 1e-20));
const energyOf = (db: readonly number[]): number => db.reduce((sum, one) => sum + 10 ** (one / 10), 0);

/** The channels that carry the picture: a planned pair's, else those that are called overhead or pair; else the one there is. */
function pictureChannels(report: TakeReport, table: ArrivalTable | null, matching: Matching): string[] {
  const names = report.channels.map(({ name }) => name);
  const channelOf = (id: string): string | undefined => names.find((name) => matching[name] === id);
  for (const pair of table?.plan.pairs ?? []) {
    const both = [channelOf(pair.leftId), channelOf(pair.rightId)].flatMap((name) => name ?? []);
    if (both.length === 2) return both;
  }
  const roles = rolesOf(names, report.roles);
  const far = names.filter((name) => roles[name] === 'far' && !isRoom(name));
  return far.length > 0 ? far : names.length === 1 ? names : [];
}

/**
 * How loud the sources of a take are against each other where the picture is made: drum against drum in the overheads, low strings against
 * high ones, a voice against its guitar. Strokes' energy weighted by K (ITU-R BS.1770), LU re the loudest; beside it what the plan says.
 * Null where nothing carries a picture, or fewer than two sources were heard there.
 */
export function balanceOf(report: TakeReport, proof: Proof, table: ArrivalTable | null, matching: Matching): Balance | null {
  const channels = pictureChannels(report, table, matching);
  if (channels.length === 0) return null;
  const heard = report.sources.flatMap(({ spot, loudnessDb }, index) => {
    const levels = channels.flatMap((name) => loudnessDb?.[name] ?? []);
    if (levels.length < channels.length) return [];
    const matched = proof.comparisons.find((one) => one.heard === index);
    return [{ key: matched?.sourceKey ?? null, name: matched?.sourceName ?? `nearest to ${spot}`, lu: toDb(energyOf(levels)) }];
  });
  // Soft and hard strokes of one source may have been heard apart: the louder are what it is.
  const rows = [...new Map([...heard].sort((a, b) => a.lu - b.lu).map((one) => [one.key ?? one.name, one])).values()];
  if (rows.length < 2) return null;
  const plannedOf = (key: string | null): number | null => {
    if (!table || key === null) return null;
    const source = table.plan.sources.findIndex((one) => sourceKey(one) === key);
    const ids = channels.map((name) => table.plan.microphones.findIndex(({ id }) => id === matching[name]));
    if (source < 0 || ids.some((m) => m < 0)) return null;
    return toDb(
      ids.reduce(
        (sum, m) => sum + (table.rows[m]?.[source]?.bandsDb ?? []).reduce((all, db, k) => all + (K_SHARES[k] as number) * 10 ** (db / 10), 0),
        0,
      ),
    );
  };
  const loudest = max(...rows.map(({ lu }) => lu));
  const planned = rows.map(({ key }) => plannedOf(key));
  const known = planned.filter((lu) => lu !== null);
  const top = max(-Infinity, ...known);
  return {
    channels,
    rows: rows
      .map(({ name, lu }, i) => ({
        name,
        lu: min(0, lu - loudest),
        plannedLu: planned[i] === null || planned[i] === undefined ? null : planned[i] - top,
      }))
      .sort((a, b) => b.lu - a.lu),
  };
}

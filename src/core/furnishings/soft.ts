import type { Furnishing, FurnishingKind, SoftKind } from './kinds';
import { SOFT_MODELS, type SoftModel } from './soft.data';

const softModelOf = (kind: FurnishingKind): SoftModel | null => (kind in SOFT_MODELS ? SOFT_MODELS[kind as SoftKind] : null);

/** Value at an octave that may lie between those of a table or beyond its ends: straight over the octaves, halving with each below the lowest. */
function atOctave(octaves: SoftModel['octaves'], octave: number): number {
  if (octave <= 0) return octaves[0] * 2 ** octave;
  const below = Math.min(octaves.length - 2, Math.floor(octave));
  const share = Math.min(1, octave - below);
  return (octaves[below] as number) * (1 - share) + (octaves[below + 1] as number) * share;
}

/**
 * What a soft thing takes up by octave: its table's figures, moved by how deep it is with the air behind it. A porous layer works from where
 * its depth is a quarter of a wave (Kuttruff, Room Acoustics), so that twice the depth moves all an octave down.
 */
export function softOctaves({ kind, layerM, airM }: Pick<Furnishing, 'kind' | 'layerM' | 'airM'>): readonly number[] | null {
  const model = softModelOf(kind);
  if (!model) return null;
  if (!model.usual || (layerM === undefined && airM === undefined)) return model.octaves;
  const depth = (layerM ?? model.usual.layerM) + (airM ?? model.usual.airM);
  const moved = Math.log2(depth / (model.usual.layerM + model.usual.airM));
  // A thinner layer lets more through whatever is behind it: by half for half the layer, no more than the table for a thicker one.
  const dense = Math.min(1, Math.sqrt((layerM ?? model.usual.layerM) / model.usual.layerM));
  return model.octaves.map((_, octave) => Math.min(1, dense * atOctave(model.octaves, octave + moved)));
}

/** Absorbing area of a soft thing by octave, m²; null for a screen, whose area counts with its shadow. */
export function softAreaM2(furnishing: Pick<Furnishing, 'kind' | 'widthM' | 'heightM' | 'layerM' | 'airM'>): readonly number[] | null {
  const model = softModelOf(furnishing.kind);
  if (!model) return null;
  const front = furnishing.widthM * furnishing.heightM;
  const top = furnishing.widthM * model.thickM;
  const area = model.face === 'top' ? top : model.face === 'front' ? front : top + front;
  return (softOctaves(furnishing) ?? []).map((share) => share * area);
}

/** A published limit for the ear: a level for eight hours, and by how much louder halves the time. */
export interface ExposureRule {
  readonly name: string;
  readonly levelDba: number;
  readonly exchangeDb: number;
}

/** Recommended (NIOSH 98-126) and one country's regulation (29 CFR 1910.95); local rules prevail. */
export const EXPOSURE_RULES: readonly [ExposureRule, ExposureRule] = [
  { name: 'recommended, 85 dBA for 8 h', levelDba: 85, exchangeDb: 3 },
  { name: 'regulation, 90 dBA for 8 h', levelDba: 90, exchangeDb: 5 },
];

/** Minutes that a rule allows at a level: 480 / 2^((L − L₀)/q). */
export const allowedMinutes = ({ levelDba, exchangeDb }: ExposureRule, dba: number): number => 480 / 2 ** ((dba - levelDba) / exchangeDb);

/** Share of a day's dose, 1 is all of it. */
export const dose = (rule: ExposureRule, dba: number, minutes: number): number => minutes / allowedMinutes(rule, dba);

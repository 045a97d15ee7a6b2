/** What the sample is made from: the same seed gives the same bytes. */
export const SAMPLE_SEED = 20261124;

/** The day on which the sample's catalogue was put together. */
export const SAMPLE_DATE = '2026-11-24';

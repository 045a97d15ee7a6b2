/** Kinds of source, and which of them show the system itself. */

/** Source kinds; `seen` ones show the system itself, the others say something about it. */
export const SOURCE_KINDS = {
  capture: { label: 'capture', seen: true },
  image: { label: 'read from the image, never started', seen: true },
  measurement: { label: 'measurement', seen: true },
  handsOn: { label: 'hands-on note', seen: true },
  releaseNotes: { label: 'release notes', seen: false },
  page: { label: 'page', seen: false },
  directory: { label: 'directory entry', seen: false },
  memory: { label: 'from memory', seen: false },
  hearsay: { label: 'hearsay', seen: false },
} as const;

/** What kind of source it is. */
export type SourceKind = keyof typeof SOURCE_KINDS;

/** The kinds of source in their order. */
export const SOURCE_KIND_NAMES = Object.keys(SOURCE_KINDS) as [SourceKind, ...SourceKind[]];

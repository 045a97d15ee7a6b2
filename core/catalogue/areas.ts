/** The areas of the fact sheet. The six that the change strip shows are always in this order. */

/** An area: its label, and its one-letter mark where it is one of the six of the strip. */
export interface Area {
  readonly id: string;
  readonly label: string;
  readonly strip: boolean;
}

/** Every area, in the order of the fact sheet. */
export const AREAS = [
  { id: 'identity', label: 'Identity', strip: false },
  { id: 'lineage', label: 'Lineage', strip: false },
  { id: 'editions', label: 'Editions and media', strip: false },
  { id: 'repositories', label: 'Repositories', strip: true },
  { id: 'kernel', label: 'Kernel', strip: true },
  { id: 'themes', label: 'Themes', strip: true },
  { id: 'welcome', label: 'Welcome tools', strip: true },
  { id: 'defaults', label: 'Defaults', strip: true },
  { id: 'model', label: 'Release model', strip: true },
  { id: 'tools', label: 'Package tools', strip: false },
  { id: 'footprint', label: 'Footprint', strip: false },
  { id: 'experience', label: 'Experience', strip: false },
  { id: 'help', label: 'Documentation and help', strip: false },
] as const satisfies readonly Area[];

/** An area of the fact sheet. */
export type AreaId = (typeof AREAS)[number]['id'];

/** The label of an area. */
export function labelOfArea(id: AreaId): string {
  return AREAS.find((area) => area.id === id)!.label;
}

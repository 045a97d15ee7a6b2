/** The screens in the order of work: one line for each, which the rail, the keys and the sheet of shortcuts read. */

/** A screen: where it is, what it is called, the key that opens it, and its mark as a path in 24 x 20. */
export interface Screen {
  readonly to: string;
  readonly label: string;
  readonly key: string;
  readonly mark: string;
}

interface ScreenGroup {
  readonly label: string;
  readonly screens: readonly Screen[];
}

/** The groups: what is there, what comes in, what it means, what comes of it. */
export const SCREEN_GROUPS: readonly ScreenGroup[] = [
  {
    label: 'Systems',
    screens: [
      {
        to: '/lineage',
        label: 'Map',
        key: '1',
        mark: 'M4 5h5v4H4zM15 2h5v4h-5zM15 12h5v4h-5zM9 7h3v-3h3M12 7v7h3',
      },
      { to: '/dossiers', label: 'Dossiers', key: '2', mark: 'M4 3h12l4 4v11H4zM8 9h8M8 13h8' },
    ],
  },
  {
    label: 'Record',
    screens: [
      { to: '/intake', label: 'Import', key: '3', mark: 'M3 11v7h18v-7M12 2v10M8 8l4 4 4-4' },
      { to: '/visit', label: 'Field notes', key: '4', mark: 'M3 16 14 5l3 3L6 19H3zM12 7l3 3' },
    ],
  },
  {
    label: 'Analyse',
    screens: [
      { to: '/sides', label: 'Compare', key: '5', mark: 'M4 3h6v14H4zM14 3h6v14h-6zM12 1v18' },
      { to: '/company', label: 'Peers', key: '6', mark: 'M3 17V9h4v8M10 17V4h4v13M17 17v-6h4v6M2 17h20' },
      { to: '/freshness', label: 'Freshness', key: '7', mark: 'M3 18V5M3 18h18M7 14l4-6 4 3 5-7' },
      { to: '/support', label: 'Support', key: '8', mark: 'M3 4h11v4H3zM8 12h13v4H8zM17 1v18' },
    ],
  },
  {
    label: 'Conclude',
    screens: [
      {
        to: '/settle',
        label: 'Open points',
        key: '9',
        mark: 'M12 2v12M4 6h16M4 6l-3 7h6zM20 6l-3 7h6zM7 18h10',
      },
      { to: '/choose', label: 'Recommend', key: '0', mark: 'M3 5h18M3 10h12M3 15h7M17 12l2 3 4-5' },
      { to: '/handover', label: 'Publish', key: 'h', mark: 'M5 3h9l4 4v4M5 3v14h6M13 14h9M19 11l3 3-3 3' },
    ],
  },
];

/** All screens, in order. */
export const SCREENS: readonly Screen[] = SCREEN_GROUPS.flatMap(({ screens }) => screens);

/** True if an address is that of a screen, or of something on it. */
export const isOn = ({ to }: Screen, path: string): boolean => path === to || path.startsWith(`${to}/`);

/** The group of the screen at an address; the first for one that is none. */
export const groupAt = (path: string): ScreenGroup =>
  SCREEN_GROUPS.find(({ screens }) => screens.some((screen) => isOn(screen, path))) ?? SCREEN_GROUPS[0];

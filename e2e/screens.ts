/** The addresses of all screens, with what differs much on one of them, of the sample. */

/** Each once; the last leads nowhere. */
export const SCREENS = [
  '/lineage',
  '/lineage?at=distribution:tidewater',
  '/lineage?view=outline',
  '/dossiers',
  ...[
    'summary',
    'layers',
    'changes',
    'packages',
    'editions',
    'evidence',
    'timeline',
    'history',
    'assessment',
  ].map((tab) => `/dossiers/release:tidewater-7.1?tab=${tab}`),
  ...['repositories', 'welcome', 'themes'].map((area) => `/dossiers/release:tidewater-7.1?area=${area}`),
  '/visit',
  '/visit?of=release:bramblecote-3&source=source:live-session-bramblecote-3',
  '/sides',
  ...['', '&view=packages', '&view=closeness', ';release:quickthorn-26.10&point=welcome.actions'].map(
    (more) => `/sides?of=release:tidewater-7.1;release:varnley-6${more}`,
  ),
  '/company',
  ...[
    '',
    '&view=fact&fact=footprint.memory',
    '&view=fact&fact=defaults.desktop',
    '&view=grid',
    '&view=near',
  ].map((more) => `/company?about=distribution:varnley${more}`),
  '/intake',
  '/freshness',
  '/support',
  '/settle?of=release:tidewater-7.1',
  '/settle?of=release:tidewater-7.1&view=visit',
  '/choose',
  ...['report&of=release:tidewater-7.1', 'data', 'take', 'merge', 'watch'].map(
    (view) => `/handover?view=${view}`,
  ),
  '/nowhere',
];

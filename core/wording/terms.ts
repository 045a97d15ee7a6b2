/** The vocabulary: words that are retired, and what is said instead. One thing has one name wherever a person reads it. */

/** A word that no screen, sentence, message or document uses, and its successor. */
export interface RetiredTerm {
  readonly retired: RegExp;
  readonly say: string;
}

/** Every retired word. A test looks for them in all that is shown. */
export const RETIRED_TERMS: readonly RetiredTerm[] = [
  { retired: /\bIntake\b|\b[Tt]ak(e|en|ing) in\b/, say: 'Import' },
  { retired: /\b(A|[Aa]nother|[Nn]ext|[Tt]he) visits?\b|^Visits?$/, say: 'Field notes; a session of notes' },
  { retired: /\b[Ss]ide by side\b|\b[Hh](old|eld) beside\b/, say: 'Compare; Add to comparison' },
  {
    retired: /\b[Ii]n company\b|\b([Tt]he|[Tt]his|[Kk]eep a) company\b|\b[Cc]ohorts?\b/,
    say: 'Peers; peer group',
  },
  { retired: /^Settle$|\b[Uu]nsettled\b/, say: 'Open points' },
  { retired: /^Choose$|\bWhich for\b/, say: 'Recommend' },
  { retired: /\b[Hh]and(ed|ing)? over\b/, say: 'Publish' },
  { retired: /\b[Cc]arried (from|on|share)\b|\bpackages carried\b/, say: 'inherited; unmodified' },
  { retired: /\bchecked, unchanged\b/, say: 'confirmed unchanged' },
  { retired: /\b[Nn]ot looked at\b|\b[Nn]obody (has )?looked\b/, say: 'not examined' },
  { retired: /\bspoiled\b|\brelied on\b/, say: 'unreliable' },
  { retired: /\bcontradict each other\b/, say: 'sources disagree' },
  { retired: /\b[Mm]eant so\b|\b[Pp]ut off\b|\b[Ss]et aside\b/, say: 'intended; postponed' },
  { retired: /\b[Tt]aken over\b/, say: 'copied, unverified' },
  { retired: /\b[Bb]orne out\b|\bnot so\b/, say: 'confirmed; refuted' },
  { retired: /\b[Jj]udge?ments?\b|\b[Oo]pinions?\b/, say: 'assessment' },
  { retired: /^Standing\b/, say: 'status' },
  { retired: /\b[Rr]eckoned\b/, say: 'calculated' },
  {
    retired: /^Forget\b|\b[Ll]et go\b|^Leave it\b(?! unplaced)|\b[Tt]hrow(n)? away\b/,
    say: 'delete; keep as is; discard',
  },
  { retired: /^Have it$|\b[Mm]ake them one\b/, say: 'merge' },
  { retired: /\bOut ▾/, say: 'Export ▾' },
  { retired: /\b[Ii]n (its|their) own words\b/, say: 'according to the project' },
  {
    retired: /\b[Oo]f whom\b|^Whose\b|\b[Ww]ho is reached\b|\b[Ww]ho carries\b/,
    say: 'owner; affected; inherited by',
  },
  { retired: /\b[Pp]arted by\b/, say: 'separated by' },
];

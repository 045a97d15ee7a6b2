/** Phrases that mean the same whatever is spoken of, in the notation of phrases.ts: doubt, none, as the base, not found out, not examined. */
import { phrasesOf } from '../phrases.ts';

/** How somebody says that they are not sure. */
export const DOUBT = phrasesOf(`
looks like, looks to be, look like, i think, i believe, i guess, i suppose, i suspect, i reckon, i assume, would say|guess|bet, my guess [is], probably, possibly, perhaps, maybe,
apparently, seems like, it seems, seemingly, seems, seem, presumably, might be, may be, could be, may well be, must be, appears to be|have|use, appears, appear to be, likely, most likely,
not sure, not certain, not entirely|quite|totally|really sure|certain, counted|remember|read|recall|understood right|rightly|correctly, if memory serves [me] [right], far as, afaik, afaict, iirc,
to me, unconfirmed, unverified, did not look, not verified, from memory, or so it seems, do not quote me, could be wrong, i may|might|could be wrong|mistaken, guessing, at a guess, assuming, more or less certain, to my eye, i am guessing, not mistaken, would guess, best guess, no guarantee, from what i remember, if i remember, [i] * * feeling|hunch|suspicion|impression that, sounds like|so, unless i [am] misread|read|mistook|wrong|mistaken|misunderstood * [*] [wrongly|wrong|badly], or so, no warranty, with a question mark, i would not swear, cannot swear, do not hold me, should be
`);

/** Same as below. `{base}` is not written: the mention of the base is looked for beside it. */
export const SAME = phrasesOf(`
same as, same like, identical to|with, just like, just as, exactly as|like, as in|on|with, like in|on, equal to, unchanged from, straight from, carried over, taken from, inherited from, the one from, the ones from, those of, that of, no different from|than|to, does not differ from, no change from, matches, same, as, =, like
`);

/** As below without naming it. */
export const UNCHANGED = phrasesOf(`
unchanged, untouched, unmodified, unaltered, left alone, not touched, not changed, left as is|it is|they are, as is, no change, no changes, stock, the usual one, the usual, plain stock, vanilla, as shipped by the base, no different, not altered, as usual
`);

/** Nobody could find it out. */
export const UNKNOWN = phrasesOf(`
nobody|no-one tells|says|mentions|knows|explains|told|said|mentioned [you|one|us|me] [when|how|who|which|whether|what|where|if|how], could not find [out] [anything] [when|how|who|which|whether|what|where], can not find [out], could not tell, can not tell, could not make out, could not work out, could not see, could not discover|locate|spot, without luck|success, in vain, no luck, unable to find|tell|determine|say [out], no way to tell|know, not clear, unclear, unknown, not stated, not documented, unspecified, not specified, not determined, undetermined, not found, did not find, did not manage to find [out],
failed to find [out], does not say, do not say, not said, not given, not mentioned, not announced, no word on|about, no word, nothing said about, no information, no mention, hard to tell, can not make out, no info, nowhere stated|said|written|mentioned, is anyone's|anybody's guess, nobody knows, no telling, not published, says nothing about, say nothing about, nothing about, looked for
`);

/** Nobody looked. */
export const UNCHECKED = phrasesOf(`
not checked, have not checked|looked|tested|tried|seen, did not check|test|try|look [at], not tested, not tried, unchecked, untested, unread, unseen, skipped, not audited, not examined, still to check, to be checked, not yet looked [at], not checked yet, not reviewed, not inspected, no time, to do, todo, tbd, yet to check, not gone through, did not get to|round, not got to, not opened, not looked
`);

/** Makes it none, or no. */
export const NEGATION = new Set(
  'no none not without never nothing nowhere missing absent lacks lack lacking neither nor gone zero 0 nobody nil removed dropped absence omitted omits isnt stripped'.split(
    ' ',
  ),
);

/** The question makes no sense. */
export const NOT_APPLICABLE = phrasesOf(
  'no sense, not applicable, n/a, does not apply, do not apply, no point asking, irrelevant, not relevant, meaningless here, no meaning',
);

/** Changed by whoever writes the notes. */
export const BY_ME = phrasesOf(
  'was me, is me, my doing, own doing, but i moved|changed|set|put it [there], i moved it [there], i changed it, i set that|it [myself], changed by me, moved by me, set by me, my own setting, my setting, i did that, after i changed [it]',
);

/** The project's or somebody's own choice. */
export const ON_PURPOSE = phrasesOf(`
on purpose, by design, deliberate, deliberately, by choice, intentional, intentionally, that is deliberate|intended|intentional, by intention, a deliberate choice, as a matter of policy|principle, by policy, on principle
`);

/** Begins a reason. `since` and `as` begin one only before a word that a clause begins with. */
export const BECAUSE = phrasesOf(`
because of, because, so that, in order to, due to, owing to, for the sake of, thanks to, given that, the reason being [that], reason being, reason is, to save|keep|avoid|reduce|stay|support|please|spare|protect|suit|shrink, since they|it|the|its|their|that|this|we|you|there|nobody|everyone|some, as they|it is|there is|nobody|users|people, on the grounds that, out of, so the|it|they|users|that|people, for * reasons
`);

/** Words of no weight: left over, they are no loss. */
export const FILLERS = new Set(
  `a an the it its is are was were be been being am of for to and or but on in at with by as that this these those which who what there here has have had having do does did done comes come came ships ship shipped gets get got uses use used using
  you i we they he she their them my our your his her me us one ones also too still now already even really quite very pretty just only simply merely all both either so then well set called named if when while will would can could may might must should shall
  default standard system user users out box preinstalled installed program application tool itself theirs yours mine some any each every into onto from up down over about around here's that's let yet though although however anyway actually basically
  provided offers offered offer provides provide provides included includes include find found see saw seen know known say says said goes go going went runs run running works work has-been such own new otherwise rather once more most much than other else right please okay ok oh ah well hm hmm um so yes
  thing things bit kind sort way lot lots place time got like turned turns out nice nicely good fine course looked note noted notice noticed noticing interestingly surprisingly sadly unfortunately luckily happily first finally lastly firstly overall far speaking apparently by-default`
    .trim()
    .split(/\s+/),
);

/** Words that may not stand within a name. */
export const NO_NAME = new Set(
  `a an the it its is are was were be been being am of for to and or but on in at with by as that this these those which who what there here has have had do does did you i we they he she their them my our your not no never none without if when while will would can could may might must should
  from into called named just only also still now already really quite very which than then so because since until till instead unlike like via through per plus minus versus`.split(
    /\s+/,
  ),
);

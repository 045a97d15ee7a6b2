/** What is said by the way and says nothing of what is looked at, in the notation of phrases.ts: at the beginning of a line, or between commas. */
import { phrasesOf } from '../phrases.ts';

export const ASIDES = phrasesOf(`
well, ok, okay, right then, so, now, oh, ah, hm, hmm, funny, oddly, oddly enough, strangely, strangely enough, funnily enough, curiously, interestingly, interestingly enough, amusingly, annoyingly, surprisingly, unsurprisingly, sadly, unfortunately, alas, luckily, fortunately, happily, thankfully, mercifully,
by * way, incidentally, besides that, apart from that|this, to be * , to be * [*], honestly, frankly, admittedly, granted, in fairness, in truth, in fact, of course, naturally, obviously, clearly, evidently, indeed, mind you, you know, you see, as expected, as it were|happens, so * speak, to my|our *, believe it * not, needless to *,
i|we must|should|could|might|may|have|had|want|wish [*] say|admit|add|confess|mention|stress|note, it must|should|has [*] be *, if i|we * [*] [*], if * ask me|us, if anyone *, in my eyes|view|book, for my taste|part, i for *, one|another|last|other|further|final|second more|thing|point|note|remark [*] [*] [*], a last|final|further|second *, first of *, to begin|start with, for a start, last but not *, for * record, just for * record, for what * [*] worth, for completeness [*], in short|brief|sum, in a word|nutshell, in other words, all * all, on * whole, by and *, as far as * *,
whatever * [*] [*] [*], so they|it|he say|says|claim, so * write|writes|say|says|claim|claims, so i|we hear|read|gather, they write|say, as they|he put|puts|call [it], not that * *, but never mind, never mind, and that is *, and that's *, that is all|it, nothing more, no more and * *, which is|was * [*], which surprised|pleased|annoyed|puzzled * [*] [*], i am glad to *, i am afraid, i am sorry * *, sorry to say, thank you, thanks, please
`);
/** Before what is said: it is left out wherever a sentence begins. */
export const LEADS = phrasesOf(`
i|we|one|you can|could|will|would see|notice|observe|find that, i|we notice|noticed|see|saw|found|find|observe|observed|realise|realised|learned|learnt that, it turns|turned out that, turns|turned out that, turns|turned out, note that, what strikes|struck * is that, the first|next|other thing * notices|notice|noticed|sees|see|saw [*] [that] [:], i|we can|could|may report|tell|confirm that, as for|to [the|this|its], as regards, regarding, concerning, speaking of, when it * to, what i|we noticed|saw|found [is] [:], to note [:], noted [:], seen [:], observation [:]
`);

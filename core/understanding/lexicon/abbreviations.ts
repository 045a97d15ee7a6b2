/** Short forms as administrators write them, and the word each stands for. Units are in amounts.ts. */
const SHORT = `
pkg package; pkgs packages; pkgmgr package-manager; repo repository; repos repositories; krnl kernel; kern kernel; knl kernel;
mem memory; ram memory; upd update; upds updates; updt update; svc service; svcs services; srv service; img image; imgs images; iso image; isos images;
drv driver; drvs drivers; cfg configuration; config configuration; conf configuration; cmd command; cmds commands; auto automatic;
dev developer; devs developers; rec recommended; recd recommended; reqd required; req required; w/ with; w/o without;  wo without; approx about;
incl including; excl excluding; prio priority; prios priorities; fpr fingerprint; dflt default; def default; app application; apps applications; appl application; prog program; progs programs; doc documentation; docs documentation;
wifi wi-fi; info information; std standard; orig original; inst install; instl installer; instlr installer; bg background; bkgd background; lang language; langs languages;
desc description; ver version; vers version; rel release; rels releases; dist distribution; distro distribution; distros distributions; sys system; 
pref preferred; prefs preferences; btn button; btns buttons; kbd keyboard; lvl level; sched scheduler; fmt format; fmts formats; ed edition; eds editions; qty number; num number;
pt point; pts points; fn function; fns functions; sw software; hw hardware; cpu processor; gpu graphics; gfx graphics;
crypt encryption; enc encryption; mgr manager; mgmt management; ctr center; centre center; colour color; colours colors; icn icons; wp wallpaper; wps wallpapers;
ofc office; vid video; pic picture; pics pictures; calc calculator; cal calendar; term terminal; tui terminal; env environment; max most; 
vols volunteers; gov government; govt government; uni university; corp company; 
rt realtime; real-time realtime; preempt preemption; susp suspend; bt bluetooth; net network; conn connection; acct account; accts accounts; pwd password; 
eol end-of-life; eos end-of-support; lts long-term; ootb out-of-the-box; fde encryption; sha256 checksum; sha512 checksum; md5 checksum; sha256sum checksum; sig signature; sigs signatures;
qs questions; avail available; ppl people; bc because; cuz because; cos because; tho though; prob probably; poss possibly; prolly probably; nope no; yep yes; yup yes; yeah yes; nah no; aint isnt; 
organisation organization; organised organized; grey gray; favourite favorite; programme program; programmes programs; dialogue dialog; disc disk; discs disks; wm window-manager; 
e-mail mail; email mail; filesystem file-system; filesystems file-systems; lightweight light-weight; startup start-up; bootup start-up; logon login; log-in login; 
vs versus; eg example; aka called; ui interface; cli command-line; addons add-ons; plugin plug-in; 
`;

/** Short form → word. */
export const ABBREVIATIONS: Readonly<Record<string, string>> = Object.fromEntries(
  SHORT.split(';')
    .map((pair) => pair.trim().split(/\s+/))
    .filter(([short, word]) => short && word && short !== word) as [string, string][],
);

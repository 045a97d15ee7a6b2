/** What can be said, in words: an example for each fact, and for each other kind of record. Shown beside the field; the tests read every one of them. */
const EXAMPLES = `
identity.purpose: meant as a calm desktop for old machines
identity.audience: aimed at families and small offices
identity.notFor: not meant for servers
identity.maker: made by a handful of volunteers
identity.country: based in Ostermark
identity.languages: comes in 42 languages
identity.since: founded in 2016
identity.standing: project is dormant
identity.standings: dormant since 2023
identity.sponsor: funded by a regional library board
identity.makers: makers and their parts: a foundation the whole
identity.money: lives off donations
identity.purposeFound: in practice used by developers
identity.naming: the logo is a heron, used everywhere
identity.givesBack: sends its fixes upstream
identity.category: filed under education
identity.packageFormat: uses rpm packages
identity.baseVisible: the os-release file still names the base
identity.popularity: popularity: 900 downloads a day
identity.ranks: number 14 in page hits
lineage.independent: everything built from scratch, no base
lineage.wording: calls itself a derivative of the base
lineage.reason: chose the base because its packages are tested
lineage.official: the base calls it an official member
lineage.endorsements: endorsed since 2021
lineage.builtFrom: file manager Puddle is a fork of Drawer
lineage.packagesFit: packages from the base install fine
editions.offered: three editions: Main, Heath and Server
editions.desktops: desktops offered: Lagoon, Trellis
editions.desktopsClaimed: claims to offer eleven desktops
editions.desktopsNone: the count includes none as a desktop
editions.images: image files: corvane-4-main.iso
editions.imageDate: image dates from 28 may 2026
editions.imageSize: the download is 2.7 GB
editions.checksum: checksums stand beside every image
editions.download: downloads crawl along
editions.oneImage: one image covers all editions
editions.architectures: images for 64-bit and arm
editions.imageKind: image boots live and installs too
editions.imageHosts: images hosted by Fernhost
editions.refreshed: new images come out monthly
editions.bootEntries: boot menu: try, install, check the stick
editions.installer: installer is called Quayside
editions.installerMode: installs offline
editions.installerPages: extra installer page for proxies
editions.packageChoice: programs can be unticked in the installer
editions.fileSystems: setup offers ext4, btrfs
editions.encryption: offers to encrypt the whole drive
editions.duration: install took 12 minutes
editions.installerFrom: installer is started from an icon
editions.installerOdd: installer asked twice for a password
editions.failures: known issue: setup hangs on big disks
repositories.archives: archives: main, security, own
repositories.mirrorsByRegion: mirrors: eight in the north, two overseas
repositories.host: packages are hosted by a university
repositories.mirrors: 25 mirrors
repositories.pinning: sources are pinned to the release
repositories.priorities: priority of the own archive is 900
repositories.formats: bundles are on, recipes off
repositories.holding: packages wait ten days in testing
repositories.holdingMost: packages stay at most 30 days in testing
repositories.counted: own repository holds roughly 900 packages
repositories.counts: package counts: stable 8000, testing 9500
repositories.notable: an old fax tool left the archive
repositories.howBuilt: packages are built with hardening flags
repositories.backports: security fixes are backported
repositories.keys: keyring: corvane-archive
repositories.privatePossible: anybody may publish a private archive
repositories.documented: purpose of each repository is documented
kernel.version: kernel 6.12.9
kernel.release: uname says 6.12.9-cv2
kernel.flavour: low-latency kernel
kernel.offered: other kernels: long-term 6.6
kernel.switcher: kernels are switched with Gearbox
kernel.scheduler: timer at 1000 Hz, full preemption
kernel.patches: kernel patches: fastpath, smoothio
kernel.level: built for x86-64-v3
kernel.changeable: another kernel cannot be installed, it is fixed
kernel.delay: kernel lags nine days behind upstream
themes.desktopVersion: desktop version 4.1
themes.icons: icons: Birchbark
themes.widgets: widget theme is Moorland
themes.frames: window frames: Slatewood
themes.cursor: pointer theme is Quill
themes.shell: shell theme: Tarn
themes.font: interface font Tarn Sans 11
themes.monospace: terminal font: Tarn Mono
themes.terminal: terminal has green letters on black
themes.login: login screen shows a blurred harbour
themes.boot: boot splash is a spinning wheel
themes.wallpaper: wallpaper shows a mill
themes.wallpapers: 16 wallpapers
themes.installed: other themes installed: Fern, Slate
themes.buttons: window buttons on the left
themes.styled: browser and mail were themed
themes.wallpaperOfEdition: each edition has its own wallpaper
themes.origins: icons are a variant of the stock ones
themes.dark: dark by default
themes.layouts: panel layouts: classic, dock
themes.effects: windows fade when closed
themes.toolkits: two toolkits
themes.styles: toolkit style: Reed uses Moorland
themes.alike: programs of either toolkit look alike
themes.alikeTest: held the editor beside the browser
welcome.guide: welcome guide is Gangway
welcome.owner: the guide is taken from the base
welcome.others: a second guide just for printers
welcome.opens: guide opens at each login
welcome.reached: guide is found under settings
welcome.actions: guide offers update, drivers, codecs
welcome.settings: 12 settings in the guide
welcome.maker: the guide was written by two students
welcome.showsDone: guide ticks off what is done
welcome.repeats: guide repeats what the installer asked
welcome.offline: guide works offline
welcome.languages: guide speaks 9 languages
welcome.problems: guide order is wrong: drivers before update
defaults.desktop: desktop is Lagoon
defaults.application.browser: browser: Kestrelweb
defaults.application.mail: mail is Postbag
defaults.application.office: office suite is Inkpot
defaults.application.editor: text editor: Scribbet
defaults.application.terminal: terminal is Tuppence
defaults.application.files: file manager is Cubbins
defaults.application.video: videos open in Reelbox
defaults.application.music: music player: Warble
defaults.application.images: pictures open in Lumen
defaults.application.chat: no chat program
defaults.application.software: software centre is Pantry
defaults.application.drawing: image editor: Dabbler
defaults.application.cutting: video editor: Snipreel
defaults.application.recording: screen recorder: Reelcap
defaults.application.notes: notes: Jotter
defaults.application.planner: calendar is Almanac
defaults.application.archive: archive manager: Crateful
defaults.application.disks: disk tool: Platter
defaults.application.transfer: torrents: Ferry
defaults.application.games: no games
defaults.application.remote: remote desktop: Farhand
defaults.application.reading: e-books open in Foliant
defaults.application.scanning: scanning: Lensbox
defaults.belongs: Warble really belongs to Trellis
defaults.leftEmpty: left empty until chosen at install: mail, office
defaults.applications: 53 programs in the menu
defaults.addedByAnalyst: i installed Wayfare myself
defaults.moreApplications: also comes with Abacus
defaults.partsLeftOut: office suite without the database
defaults.ownTools: own tool Hayloft cleans up
defaults.unusual: diary preinstalled, rarely seen elsewhere
defaults.handling: super key opens the search
defaults.menu: menu fills the whole screen
defaults.notifications: notifications appear top right
defaults.tray: tray has network, sound and battery
defaults.clock: clock in the centre of the bar
defaults.desktopIcons: desktop icons: home and bin
defaults.bootLoader: boot loader: Millrace
defaults.portable: portable applications run
defaults.restoreFrom: restore points are started from the boot menu
defaults.init: init is Runner
defaults.displayServer: display server: wayland
defaults.loginManager: login manager: Nightlatch
defaults.fileSystem: root is btrfs
defaults.partitions: separate home partition
defaults.swap: 2 gb swap file
defaults.restorePoints: daily snapshots, ten are kept
defaults.privilege: asks for a password when root is needed
defaults.locale: locale follows the first start
defaults.inputMethods: input methods: kana, hangul
defaults.updates: updates itself at night
defaults.services: services: ssh, printing
defaults.drivers: driver tool: Toolbelt
defaults.driversOffered: drivers offered: open, vendor
defaults.panel: panel on top
defaults.packages: 1,873 packages installed
model.kind: it is a rolling release
model.claimed: calls itself stable
model.cadence: a release every nine months
model.roles: interims are for testing
model.words: describes its releases as seasons
model.life: each release is supported for three years
model.lifeRule: supported until the successor
model.support: paid support from two companies
model.editionEnds: Heath edition ends in december 2027
model.updatesSeen: update on 12 may: 18 packages, 95 mb
model.datesKept: release came eleven days late
model.supportEnd: supported until april 2029
model.upgrade: upgrade path: in place
model.updates: updates arrive daily
model.firstUpdate: first update pulled 480 mb
model.firstPackages: first update: 312 packages
model.imageAge: image was nine days old
model.delay: two weeks behind the base
tools.graphical: graphical package manager is Crateman
tools.command: package command is pkl
tools.kept: package tools: Gantry, Pantry
tools.oneFormat: Meshwork only as a bundle
tools.probes: Snipreel is in the repos, Reelbarn is not
footprint.memory: 650 mb of memory after login
footprint.memoryUsed: 1.6 GB of memory with ten tabs open
footprint.processor: cpu idles at 2 %
footprint.disk: 7.9 gb of disk used
footprint.boot: boots in 31 s
footprint.memoryLeast: needs at least 2 GB of memory
footprint.memoryAdvised: 4 GB of memory recommended
footprint.diskLeast: at least 20 GB of disk required
footprint.diskAdvised: 30 GB of disk recommended
footprint.processorLeast: requires a 64-bit processor
footprint.adviceUnclear: says 8 GB, unclear whether memory or disk
experience.hardware: printer worked at once, scanner never
experience.network: vpn connected without trouble
experience.sessions: fallback session worked
experience.works: printing worked without problems
experience.stability: three weeks of use without a crash
experience.speed: feels sluggish
experience.upgrade: upgrade from 3 went smoothly
experience.author: i use it on my main machine
experience.untested: could not test bluetooth
help.channels: forum works, chat is dead
help.site: the website is cluttered
help.documents: handbook covers the installer
help.baseApplies: the base's manual applies here
help.answer: got an answer within six hours
fault: sound is gone after resume, 3 of 5 times
question: does it wake from suspend?
plan: next release planned for march 2027
event: the founder left in january 2025
claim: claims to be the fastest of all, not tested
procedure: first update: refresh, then update, then restart
link: built on Ottery
release: 3 came out on 2 may 2024
edition: Heath is the community edition
change: the installer is as it was in 3
assessment: good: quick updates, calm look
`;

/** What an example is of: the key of a fact, or a kind of record. */
export const EXAMPLE_LINES: ReadonlyMap<string, string> = new Map(
  EXAMPLES.trim()
    .split('\n')
    .map((line) => {
      const at = line.indexOf(': ');
      return [line.slice(0, at), line.slice(at + 2)] as const;
    }),
);

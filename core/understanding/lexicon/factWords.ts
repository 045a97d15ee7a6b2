/**
 * How each fact is spoken of: a line for a fact, its cues parted by semicolons. A cue is made of words that all stand in what is said, in any
 * order: alternatives are parted by a bar, words that stand side by side are joined by `_`, a word behind `!` must not stand there, and a
 * cue behind `~` is a weak one. Endings do not matter. Words of the trade only; no names of products.
 */
import { APPLICATION_WORDS } from './roleWords.ts';

const FACT_WORDS = `
identity.purpose: purpose|aim|goal|mission; meant|intended|built|designed|made for; aims|wants|tries|strives to; stated_aim
identity.audience: for people|users|newcomers|beginners|everyone|anyone|families|schools|pupils|students|teachers|developers|gamers|professionals|those|offices|children|kids|seniors|artists|musicians|scientists; audience|target_group|target_audience; aimed|geared|targeted|directed at|towards; target users|people; meant|intended for !not !software
identity.notFor: not for|meant|aimed|intended|suited !software; not_for; no_good_for; wrong_choice
identity.maker: made|run|maintained|developed|built|backed|led|driven by; maker|makers|developers|maintainer|maintainers|team|behind; volunteers|volunteer|hobbyists|community|enthusiasts; company|firm|business|vendor|commercial|corporation; government|ministry|state|authority|authorities|agency|municipal; university|college|polytechnic|institute; foundation|non-profit|nonprofit|association|charity; one_man|one_person|one-man|one-person|single_person|single_developer|one_developer|solo|lone|single-handed
identity.country: out_of; based|located|seated|headquartered|registered in; country|countries; from; comes|hails from
identity.languages: languages|tongues|translations|locales|localizations !guide|welcome|wizard|handbook|manual|wiki|documentation; translated into !guide
identity.since: since; started|founded|begun|began|launched|established|born|exists|existed|existing|around|going|running since|in; first_release|first_version|first_published; founding; dates_back; ~going
identity.standing: dormant|active|maintained|abandoned|discontinued|inactive|ended=|defunct|announced|merged|unmaintained|alive|dead|stalled|orphaned !channel|forum|chat|link|wiki|mail|irc|phone|archive|repository; status|standing project|active|dormant; status; listed as
identity.standings: dormant|active|ended since
identity.sponsor: sponsor|sponsored|sponsors|funded|funds|funding|financed|finances|pays|paid|bankrolled !support|account
identity.makers: makers parts
identity.money: money|budget|donations|costs|revenue|accounts_public|grant|grants|price|free_of_charge|licence_fee|subscription !page|button
identity.purposeFound: really|actually|mostly|turns_out|practice for|used
identity.naming: logo|branding|brand|trademark|mascot|naming; name|mark|logo follows|consistent|consistently|theirs|base|own|changed|kept
identity.givesBack: upstream gives|sends|contributes|contribute|patches|fixes|pushes|submits back|upstream|to; gives_back; contributes|contributions|upstreams|upstreamed
identity.category: category|categorized|categorised|genre; kind_of|class_of|filed_under|listed_under; ~desktop_system|rescue_system|server_system
identity.packageFormat: package format|type|packages deb|rpm|alpm|own; package_format; packaging_format
identity.baseVisible: os-release|id_file|identification|os_release|lsb|issue_file|release_file|about_page|about_dialog|version_file base|still|says|names|mentions|identifies|reports|shows|calls; still names|calls|identifies|says
identity.popularity: popularity|popular|downloads|page_hits
identity.ranks: rank|ranks|ranked|ranking|place|position|number|no|spot page|views|hits|list|table|chart|votes|downloads|popularity|directory; ranked|ranks|ranking; page_views|page_hits|page_view
lineage.independent: from_scratch|from_zero; independent|independently !of; not|nothing|no|none based|base|derived|built|upstream|parent; stands own_feet
lineage.wording: calls_itself|describes_itself based|derivative
lineage.reason: why|reason|because base
lineage.official: official|officially|endorsed|blessed|recognized|recognised|sanctioned flavour|flavor|spin|variant|derivative|member|project|by
lineage.endorsements: endorsed|endorsement|blessed|recognized|recognised since|until|longer|again|withdrawn; endorsements
lineage.builtFrom: rework|reworked|fork|forked|modified|patched|renamed|rebranded|rebadged|reskinned|repackaged|derivative|based|built|customized|customised|version of|from|on; is|just|really|basically reworked|rebranded|renamed|fork|modified|patched|reskinned
lineage.packagesFit: packages|package base|siblings|others fit|work|install|compatible|interchangeable|usable|mix; packages compatible|interchangeable; binary_compatible
editions.offered: editions|flavours|flavors|spins|variants|edition|flavour|spin|variant
editions.desktops: desktops=|desktop-environments|desktop_environments|environments= offered|offer|offers|choose|choice|choose|available|pick|options|come|comes|images|versions; desktops=|desktop_environments|desktop-environments
editions.desktopsClaimed: desktops=|desktop_environments|environments|desktop-environments claims|claim|says|advertises|promises|according|advertised|site|boasts
editions.desktopsNone: counts|counted|counting|including|includes none|no_desktop|headless
editions.images: image files|file|names|file_names|file_name|list; image_files|image_names
editions.imageDate: image built|build|dated|date|created|made|generated|from|of; build_date|image_date
editions.imageSize: image|download|iso|dvd|usb|stick; size image|download; ~downloads
editions.checksum: checksum|checksums|hash|hashes|signature|signed|sums
editions.download: download|downloads|downloading|mirror slow|fast|quick|quickly|crawls|speed|find|found|hidden|buried|easy|hard|page|link|ages|trickled|minutes|kb; download_page|download_link
editions.oneImage: one_image|single_image|same_image|one_medium|single_medium all|every|several|editions|flavours|desktops|covers|holds|contains|both|three|two
editions.architectures: architectures|architecture|arch|platforms; image for x86|arm|64-bit|32-bit|arm64|amd64|riscv|i386; 64-bit|32-bit|arm64|amd64|aarch64|x86_64|riscv64|i386|i686|armhf|x86-64|ppc64 !kernel
editions.imageKind: live install|installable|installer|installs; live_image|live_medium|live_system|live_only|live-only|install-only|installer_only|hybrid; runs|boots live; no_live
editions.imageHosts: images|image|downloads|download hosted|hosts|host|served|serves|from|mirrored; image_host|image_hosts|download_host|hosting
editions.refreshed: images|image|respin|respins|media refreshed|rebuilt|respun|renewed|every|monthly|weekly|daily|quarterly|year|month|fresh|regenerated|new; respins|respin
editions.bootEntries: boot_menu|boot_entries|boot_screen|boot_options|bootmenu|start_menu_of_the_image|boot_choices !installer !setup !snapshot|restore|restored
editions.installer: installer|setup|installation_program|setup_program|install_program|install_wizard|installation_wizard|setup_wizard|install_tool|setup_tool
editions.installerMode: install|installs|installer|installing|installation|setup online|offline|connection|internet|network|net|net-install; netinstall|net-install|netinst
editions.installerPages: installer|setup|installation adds|added|extra|additional|asks|page|pages|step|screen|more|question
editions.packageChoice: installer|setup|install|installation package|packages|programs|applications|software|suite choose|choice|selection|pick|select|deselect|leave_out|unselect|untick|tick|skip|opt|choose|minimal; lets leave_out|skip|choose|pick|deselect|untick|drop; package_selection|package_choice|software_selection|task_selection
editions.fileSystems: file-systems|fs|file_systems|format|formats offers|offered|choice|choices|choose|supports|available|either|options|installer|setup|pick|between|can; ext4 btrfs|xfs|zfs|f2fs|jfs installer|setup|offers|offered|choose|choice|options|installs
editions.encryption: encryption|encrypt|encrypts|encrypted|luks disk|drive|install|installer|setup|full|lot|everything|offered|home|root|option|possible|box|whole|partition|available; full-disk_encryption|disk_encryption; encrypt|encryption
editions.duration: install|installation|installing|installer|setup took|takes|taking|needed|lasted|done|finished|reboot|time|minutes|from|start|over|flat|ready; install_time; ~until reboot; ~install|installation|installing|setup
editions.installerFrom: installer|setup|installation|install start|starts|started|launch|launched|launches|run|reached|icon|off|opened|called from|off|via|out|in|on|through|with
editions.installerOdd: installer|setup asks|skips|forgets|odd|oddly|strange|strangely|twice|again|ignores|weird|never_asks|unusual
editions.failures: known_issue|known_issues|known_bug|known_problem|known_problems|known|errata installer|setup|install|installation|installing
tools.graphical: graphical|gui|windowed|visual|point-and-click package|software|tool|manager|packages|package-manager !driver|store|centre|settings; ~gui; package|package-manager gui|front-end|frontend|graphical
tools.command: command|command-line|cli|shell|terminal package|packages|manager|tool|install|package-manager !gui; command-line; command_line; package command|cmd|cli; package_manager|package-manager
tools.kept: package tools|managers|covers|handles|does|also|manages|front-ends|tool; covers|handles|manages|does|also bundles|packages|recipes|debs|formats|deb|rpm
tools.oneFormat: only as|bundle|recipe|sandboxed|portable|archive; bundle-only|recipe-only|only_as|exclusively
tools.probes: repository|repositories|archive|archives in|from|available|found|has|have|had|offers|carries|contains|gets|got|hits|missing; had through|via|as|from; available|installable|obtainable|findable|avail; looked|searched|search|searching for; find|found|get|got|had; yes= no=; can_install|could_install|can_get|could_get
footprint.memory: memory|idle|monitor|viewer|mem|nothing_open|at_rest|login|boot|desktop; ~use|uses|used|takes|takes_up|eats|sits
footprint.memoryUsed: memory|mem after|with use|work|day|browser|open|tabs|hours|load|session; after use|work|day|hours|workday; with|under browser|tabs|load|programs|open|loaded
footprint.processor: processor|load|cpu|usage; ~% idle|load
footprint.disk: disk|space|drive|ssd|root|footprint used|use|uses|takes|take|taken|occupies|occupied|gone|fills|install|installed|eats|needs|on|after|consumes|full|up; ~use|uses|used|takes|takes_up|eats; disk|disk_space|disk_usage|disk_use
footprint.boot: boot|boots|booted|booting|start-up|startup|starts|up|desktop|ready|power-on|cold_start in|takes|took|time|seconds|after|to|within|from; boot|boots|start-up|boot_time; ~up
footprint.memoryLeast: memory minimum|min|least|required|requires|need|needs|require|requirement|requirements|wants|demands|asks|below|bare; minimum|required memory|gb
footprint.memoryAdvised: memory recommended|recommends|advised|advises|recommend|suggested|suggests|better|comfortable|ideally|recommendation|preferably|preferred
footprint.diskLeast: disk|space|drive|ssd|storage minimum|min|least|required|requires|need|needs|require|requirement|wants|demands|asks
footprint.diskAdvised: disk|space|drive|ssd|storage recommended|recommends|advised|advises|recommend|suggested|suggests|better|comfortable|ideally|recommendation
footprint.processorLeast: processor|cores|ghz|64-bit minimum|min|least|required|requires|need|needs|requirement|wants
footprint.adviceUnclear: unclear|word|say|clear|ambiguous memory disk
experience.network: network|wi-fi|ethernet|proxy|vpn|connection|sharing|shares worked|works|connected|at_once|flawless|fine|found|picked|trouble|instantly; network|vpn|proxy
experience.sessions: session|sessions worked|works|starts|usable|logs|fine
experience.works: just_works|just_worked|simply_worked|worked|works|without_trouble|no_trouble|without_problems|without_issues|without_hitch|flawlessly|no_issues|flawless
experience.stability: crash|crashes|crashed|hang|hangs|freeze|freezes|problems no|not|without|zero|never days|weeks|week|day|hours|months|month|use; stable|stability|rock-solid|solid|reliable; uptime days|weeks
experience.speed: fast|quick|slow|sluggish|snappy|speedy|laggy|responsive|swift|lags|stutters|crawls|fluid|zippy|smooth|smoothly|brisk !download|site|mirror|updates; feels fast|quick|slow|sluggish|snappy|heavy|light
experience.upgrade: upgrade|upgrades|upgraded|upgrading tried|worked|failed|went|broke|successfully|through|ran|smooth|smoothly|took|attempted|attempt
experience.author: i use|run|daily_driver|main_machine|normally|usually|privately; my main|daily|own machine|system|driver
experience.untested: not|could_not|can_not|unable|untested test|tested|try|tried|check|checked; no_hardware|not_here
experience.hardware: printer|scanner|webcam|bluetooth|touchpad|touchscreen|fingerprint|sound|wi-fi|graphics|camera|microphone|sleep|suspend|resume|hibernate|battery|brightness|card_reader|trackpad|speakers|headset|hdmi|dock|tablet|stylus|keyboard_light|backlight|trackpoint|modem|gps worked|works|work|recognized|recognised|detected|dead|fails|failed|fine|hand|once|supported|ok|needed|flaky|not
help.channels: forum|chat|wiki|irc|mailing_list|list|phone|hotline|telephone|mail|mail_address|tracker|bug_tracker|bugtracker|matrix|room|newsgroup|channel|helpdesk|ticket_system|newsletter|contact_form works|dead|works|active|busy|alive|empty|redirects|redirect|bounces|outdated|answers|answered|stale|deserted|lively|down|gone|offline|broken|closed|times_out|unreachable|leads|helpful|quiet|404|old; channels
help.site: site=|website|homepage|web_site|home_page tidy|clear|confusing|messy|cluttered|organised|organized|structured|clean|old|dated|modern|slow|order|chaotic|neat|navigation|better|worse|broken|find|polished|nice; site=|website|homepage
help.documents: documentation|manual|handbook|wiki|guidebook|tutorial|tutorials|help_pages|howto|howtos|faq|man_pages|user_guide|readme|books|booklet|documents|documented !base
help.baseApplies: base|theirs manual|documentation|wiki|handbook|documents|docs|guides|instructions applies|apply|valid|use|usable|follow|works|helpful|go_by|fits|holds; documentation|manual|wiki|handbook|docs base|parent|upstream
help.answer: answer|answers|answered|reply|replies|replied|response|responded|responds|get_back|got_back|heard_back|hear_back|wrote_back|written_back
repositories.archives: repositories|repository|sources|source_list|sources_list|package_sources|software_sources; archive|archives !for; repository|archive own|their|its
repositories.mirrorsByRegion: mirrors|mirror region|regions|continent|north|south|east|west|overseas|abroad|coast|inland|europe|asia|america|africa|country|by; mirrors_in
repositories.host: hosted|hosts|host|served|serves packages|repositories|archive|archives|repository|mirror
repositories.mirrors: mirrors|mirror
repositories.pinning: pinned|pins|pin|pinning|fixed|tied|locked|moving|named|name|names|point|points|track|tracks|follow|follows release|sources|source|repository|repositories|version|suite|codename|code_name|configuration|list; pinning; moving target; sources name|names|pin|say|point|track|follow|list
repositories.priorities: priority|preferences priority|pinned|pin|\\d; priority|priorities
repositories.formats: bundles|sandboxed|bundle|portable|portable_applications|recipes|build_recipes|containers|sandboxed_bundles on|off|enabled|disabled|offered|disclaimed|default|available|supported|forced|preinstalled|switched|active|unsupported|ready|set_up|there; package formats|format other|formats|further|further|else; formats|format; sandboxed_bundles|bundles|portable_applications|build_recipes
repositories.holding: held|hold|holds|sit|sits|stay|stays|wait|waits|linger|spend|spends|kept|soak|tested packages|package|updates|testing|staging|back|days|queue|users|release; testing|staging|held|holding_time|soak days|weeks|hours|packages
repositories.holdingMost: longest|maximum|most|max|worst held|hold|testing|wait|holding|; longest
repositories.counted: packages= repository|repositories|archive|archives|own|count|counted|total|holds|contains|carries|their; packages count|counts|altogether
repositories.counts: packages|package counts|count
repositories.notable: archive|archives|repository|repositories added|removed|dropped|thrown|gone|new|came|went|kicked|out|retired|back|dropped|introduced|left|joined
repositories.howBuilt: compiled|built|build|builds|rebuilt|package_build|build_flags|compiler|flags|optimised|optimized|reproducible|reproducibly|hardening with|flags|optimisation|optimization|link-time|lto|options|o2|o3|tests|level|packages|everything|hardened|reproducible|native|tuned|against; build_flags|compiler_flags|link-time|compile_flags|reproducible
repositories.backports: backports|backport|backported|security_fixes|fixes|patches carried|older|backported|reach|arrive|late|releases|old; backports|backported
repositories.keys: keys|keyrings|keyring|key_rings|key|signing_keys|fingerprint|fingerprints trusted|trusts|trust|signing|package|installed; keyrings|keyring|signing_key|signing_keys|trusted_keys
repositories.privatePossible: private|personal|own|user|third-party|anyone|nobody|everybody|people archive|archives|repository|repositories possible|allowed|can|could|publish|put_up|run|set_up|host|yes|no|not|available|offered|open|create|required; private_archives|personal_archives|user_archives|private_repositories|personal_repositories
repositories.documented: repository|repositories|archive|archives|repo_purposes documented|undocumented|explained|explains|explain|says|describes|described|purpose|purposes|what|good_for|documents|documentation|for
kernel.version: kernel; runs|boots|running|booted kernel; ~linux
kernel.release: uname; kernel_string|kernel_release|kernel_build|build_string; running|runs|kernel; ~kernel
kernel.flavour: kernel flavour|flavor|variant|type|hardened|low-latency|lowlatency|generic|realtime|lts|cloud|tuned|desktop|server; flavour|flavor low-latency|generic|hardened|realtime; hardened_kernel|low-latency|lowlatency|low_latency|realtime_kernel
kernel.offered: kernels=|kernel !guide|welcome|picker|switcher|wizard other|others|more|further|alternative|alternatives|additional|also|choose|choice|offered|offers|extra|besides|besides|optional|second|available|selectable|installable|either; kernels= !switches
kernel.switcher: kernel picker|switcher|chooser|selector|manager|switching; switches|switch|change|pick|choose|changes|picks|swap|swaps|selects|install|installs|manages kernels|kernel
kernel.scheduler: scheduler|preemption|preempt|preemptive|tick|timer|hz|timer_frequency|tickless|schedulers kernel|hz|full|voluntary|at|\\d|is|the; scheduler|preempt|preemption|hz|timer|sched|tickless
kernel.patches: patches|patch|patched|patchset kernel|realtime|upstream|on|beyond|with|extra|carries|top|added; patches|patchset|patch_set|patched_with
kernel.level: processor|packages|built|compiled|cpu level|v1|v2|v3|v4|generation|older|newer|baseline|x86-64-v3|x86-64-v2; processor_level|cpu_level|microarchitecture|baseline; built|compiled for|so older|newer|modern|old|recent processors|processor|cpus|machines|hardware; x86-64-v2|x86-64-v3|x86-64-v4|x86-64-v1
kernel.changeable: kernel replaceable|replace|replaced|changed|changeable|swap|swapped|exchange|exchanged|fixed|locked|switchable|exchangeable|choice|other|another
kernel.delay: kernel|kernels behind|lag|lags|after|later|upstream|delay|land|arrive|late|follows|trail|trails days|weeks|upstream; kernel lag|delay|behind|upstream|late|later; lag
themes.desktopVersion: desktop-environment|desktop|session version|at|is
themes.icons: icons|icon|icon_theme|icon_set|iconset !desktop_icons|origin
themes.widgets: widgets|widget|widget_theme|controls|application_theme|control_theme|widget_style|style|theme !icon|icons|cursor|pointer|boot|login|dark|wallpaper|window|terminal|sound|installed|besides
themes.frames: window frame|frames|border|borders|decoration|decorations|title_bars|titlebars|titlebar|theme|manager_theme; frames|window_borders|window_frames|title_bars|titlebars|window_decorations|window_decoration
themes.cursor: cursor|cursors|pointer|pointers|mouse_pointer|mouse_cursor|cursor_theme
themes.shell: shell theme|style; panel_theme|shell_theme
themes.font: font|fonts|typeface|interface_font|ui_font|typefaces !mono|monospace|terminal|console|fixed-width
themes.monospace: font|fonts|mono|typeface monospace|terminal|mono|monospaced|fixed-width|console|editor; monospace|monospaced|fixed-width_font|mono
themes.terminal: terminal|console|prompt|shell colours|colors|green|black|white|prompt|coloured|colored|transparent|styled|style|themed|dark|light|background|two-line|colours|translucent; prompt
themes.login: login|greeter|login-screen|login_screen|sign-in|logon|lock_screen background|theme|styled|style|wallpaper|looks|blurred|shows|design|branded|photo|picture|plain; login_theme|login_style|greeter_theme
themes.boot: boot|start-up|startup splash|animation|screen|logo|theme|graphic|graphics|image|spinner|text; splash|boot_screen|boot_splash|boot_animation
themes.wallpaper: wallpaper=|background=|backdrop=|desktop_background|desktop_picture !terminal|login|wallpapers|backgrounds|music
themes.wallpapers: wallpapers|backgrounds|backdrops|wallpaper|background collection|choice|set|pack|\\d|many|few|edition|selection|photos|more|all; wallpapers=|backgrounds=|backdrops=
themes.installed: themes|theme installed|besides|also|available|other|others|unused|alternative|more|additionally|extra|ship|there|choose|used; other_themes|more_themes
themes.buttons: buttons|button|close|minimise|minimize|maximise|maximize|window_buttons|window_controls left|right|window|only|side|minimise|minimize|close|maximise|order|missing|titlebar; window_buttons
themes.styled: themed=|styled|restyled|skinned|reskinned|matched|recolored|recoloured|branded|theme browser|office|mail|suite|programs|program|applications|application|player|editor|terminal; themed=|styled|restyled|reskinned
themes.wallpaperOfEdition: wallpaper|background|backdrop edition|each|every|per|own|different|different|flavour
themes.origins: icons|widgets|theme|cursor|cursors|fonts|wallpapers|wallpaper|artwork|sounds|pointer|font|widget_theme|style|frames|shell come|comes|from|borrowed|taken|theirs|own|stock|originate|adapted|copied|lifted|origin|variant|recoloured|recolored|based; artwork
themes.dark: dark|light|bright mode|theme|default|by_default|look|scheme|style|variant|everything|first|colours|desktop|colour; dark|dark-mode|dark_mode|light_mode
themes.layouts: layouts= panel|desktop|panels|switcher|switch|offered|choose|choice|chooser|several|classic|available|arrangements; layouts|panel_layouts|desktop_layouts|layout_switcher !keyboard
themes.effects: effects|animation|animations|shadows|shadow|transparency|transparent|wobble|wobbly|blur|compositing|compositor|composited|fade|fades|translucent|cube|shading|rounded
themes.toolkits: toolkits|toolkit \\d|two|three|one|several|number|mix|mixed|count
themes.styles: toolkit theme|set|uses|style
themes.alike: toolkits|toolkit|programs|applications|look|everything|looks same|alike|similar|match|different|differ|consistent|inconsistent|uniform|stick|sticks|odd|indistinguishable|fit|blend|distinguish|clash|foreign|identical|tell; toolkits|toolkit look|looks|alike
themes.alikeTest: held|compared|compare|against|beside|side_by_side|tested_with|next_to against|with|beside|and|to
welcome.guide: guide|welcome|welcome_screen|welcome_application|welcome_tool|welcome_program|first-run|first_run|greeter_application|onboarding|tour|first-start|welcome_window|welcome_centre|welcome_wizard|introduction|start_guide|assistant !login|lock|second|further|another|user_guide|printers
welcome.owner: guide|welcome own|theirs|taken|borrowed|their|upstream|someone|made|from|base|comes; ~'s_guide
welcome.others: guide|welcome|wizard|assistant|tour second|another|further|other|additional|separate|third|extra|also|just_for
welcome.opens: comes_up|pops_up|shows_up|opens|open|starts|start|pops|pop|shows|show|appears|appear|launches|launch|comes|come|greets|runs|autostarts|autostart|shut|closed|displays|up|popping|greeting login|time|times|by_itself|its_own|itself|own|automatically|never|always|unasked|every|each|first|live|boot|start|session|once; autostart|autostarts|auto-start|pops_up
welcome.reached: guide|welcome found|reached|sits|under|lives|reachable|hidden|icon|pinned; reached|reachable; sits|lives|hides|tucked|found|reopen in|under menu|panel|settings|launcher|system
welcome.actions: guide|welcome|actions|buttons|pages|steps|goes|order|offers|entries|tabs|sections|tiles|items|cards|links|button|page actions|order|buttons|pages|steps|goes|offers|tabs|sections|then|entries|has|lists|lets|tiles|opens|links|does|includes|consists|with|button|page|covers|items|and; actions
welcome.settings: settings|options|switches|toggles guide|welcome|in_it|changed|there|it|wizard
welcome.maker: guide|welcome made|written|built|developed|based|programmed by|from|in|on|with
welcome.showsDone: done|finished|completed|ticked|progress|ticks|checkmark|check_mark|tick|remembers|completed|already|marked guide|shows|show|see|it|which|what|marks|tells|tell|welcome|marked|steps|step|know|ticks|already|off; already_done|progress
welcome.repeats: again|repeats|repeat|twice|second_time|re-asks|duplicates|redundant|once_more|anew|over installer|setup|asked|guide|already|installation|asks|wants|installer; repeats_the_installer
welcome.offline: guide|welcome|it|wizard offline|without_connection|without_internet|without_network|connection|internet|network|net
welcome.languages: guide|welcome|wizard|tour|it languages|language|translated|tongues; guide|welcome|wizard languages
welcome.problems: order|sequence|steps wrong|odd|off|backwards|strange; come|comes|placed|stands|listed before|after|ahead|behind|last|first; ought|should other_way|before|after|first|last
defaults.desktop: desktop|desktop-environment|desktop_environment|session|environment !icons|images|icon|remote|wallpaper|background|edition|folder|bin|file; ~runs|uses
defaults.belongs: application|applications|belongs|actually|really|program|part belongs|from|really|part|app|one|made
defaults.leftEmpty: empty|nothing|blank|unfilled|optional|unless choose|chosen|pick|picked|install|till|until|unless|select|selected|ask|want; left_empty|empty_till|empty_until
defaults.applications: programs|applications|menu_entries|entries|launchers|titles preinstalled|menu|installed|default|shipped|\\d|count|start|altogether|in; ~programs|applications
defaults.addedByAnalyst: i|me|my|myself installed|added|put|own|set_up|later|myself|doing; added_by_me|installed_by_me|put_on|added_myself|added_later
defaults.moreApplications: comes_with|ships_with|includes|preinstalled; ~also|besides|additionally
defaults.partsLeftOut: without|minus|lacks|no|missing|only|left_out|stripped|except|sans|just|but slides|spreadsheet|database|writer|word_processor|module|presentation|presentations|parts|part|component|plugin|calendar|drawing|maths|calc; only|just part|parts|word_processor|writer|spreadsheet
defaults.ownTools: own|in-house|home-grown|homegrown|home-made|homemade|self-made|custom|their|its|self-written tool|tools|utility|utilities|program|programs|settings_centre|control_centre|control_panel|helper|helpers|script|scripts|application|applications; own_tool|own_tools|own_utilities; settings_centre|control_centre|settings_center|control_center|control_panel
defaults.unusual: unusual|rare|rarely|uncommon|surprising|never|unexpected|odd|seldom|hardly|nowhere preinstalled|elsewhere|seen|anywhere|see|ship|ships|choice|else|default|program
defaults.handling: shortcut|shortcuts|hotkey|hotkeys|key|keys|search|typing|switching|alt-tab|super|overview|workspaces|gestures|hot_corner|corner|gadgets|desklets|scroll|double-click|single-click|right-click|window_switcher|swipe|tiling|snapping|launcher opens|switches|finds|shows|brings|does|searches|deep|toggles|for|starts|moves|corner|edge|with|click; shortcut|hotkey|hot_corner|workspaces|gestures|alt-tab
defaults.menu: start_menu|application_menu|applications_menu|main_menu|app_grid|launcher; menu opens|open|fills|screen|left|right|bottom|top|middle|center|full|list|grid|classic|categories|columns|kind|style|corner|plain|button|key|same !boot|boot_menu|guide|context
defaults.notifications: notifications|notification|popups|bubbles|alerts|toasts
defaults.tray: tray|system_tray|notification_area|status_area|indicators|indicator|applets|clock icons|beside|next|sit|sound|network|battery|volume|shows|with|area; clock beside|next|left|right; tray|system_tray|notification_area|indicators|status_icons
defaults.clock: clock|time_display|date_and_time
defaults.desktopIcons: icons|icon|bin|trash|folder|home|launchers|shortcuts|files|wastebasket|rubbish desktop; desktop_icons; empty_desktop|clean_desktop|bare_desktop
defaults.bootLoader: boot_loader|bootloader|boot-loader|boot_manager|loader
defaults.portable: portable applications|programs|apps run|runs|start|starts|work|works|execute; portable_programs
defaults.restoreFrom: restore|restored|roll_back|rolled_back|rollback|revert|reverted|recover|recovered|boot_into|go_back from|boot_menu|menu|boot|loader|start|at|via|through
defaults.init: init|init_system|service_manager|pid_1|initsystem
defaults.displayServer: display_server|display|session|compositor|display_protocol runs|on|type|server|protocol|under|kind; display_server|windowing_system|display_protocol
defaults.loginManager: login_manager|login-manager|display_manager|display-manager|login_screen|login-screen|login_program|greeter|login lets|manager|screen|program|prompt|by|through; lets|let in; greeter|login_screen|login-screen
defaults.fileSystem: file-system|fs|filesystem|file_system; root|/|home|partition|formatted|format|disk ext4|btrfs|xfs|zfs|f2fs|jfs|on|as|with|is; ~ext4|btrfs|xfs|zfs|f2fs|jfs|bcachefs|reiserfs !offers|offered|choose|choice
defaults.partitions: partitions=|partition|partitioning|efi|subvolumes separate|home|root|efi|scheme|layout|own|default|swap|boot|three|two|four|disk; partitions=|partitioning|subvolumes|separate_home
defaults.swap: swap|swap_file|swapfile|swap_partition|compressed_memory
defaults.restorePoints: snapshot|snapshots|restore_points|restore_point|restore|rollback|rollbacks|system_backup; snapshots|restore_points|snapshot
defaults.privilege: password|privilege|privileges|admin|administrator|root asked|asks|prompt|prompts|needed|needs|own|disabled|account|user|password|once|minutes|wants|rights|type|each|every|locked|uses|through; privilege_prompt|root_account|root_password|admin_prompt
defaults.locale: locale|default_language|system_language|language|keyboard default|set|picked|english|follows|chosen|from|first; locale
defaults.inputMethods: input_methods|input_method|input|ime|imes|input_engines methods|method|scripts|engine; input_methods
defaults.updates: updates|update|upgrades|updates_itself automatic|automatically|unattended|background|itself|by_itself|unasked|silently|quietly|its_own|manual|manually|auto|self; automatic_updates|auto-updates|auto_updates|unattended
defaults.services: services|service|daemon|daemons|print_server|firewall|bluetooth|ssh|time_sync|remote_login|file_sharing|indexer|scheduler on|running|enabled|start|started|off|disabled|gone|boot|from|active|runs|not|there|started|by_default|listening|anymore; services|daemons
defaults.drivers: driver|drivers|hardware tool|manager|tools|through|installer|via|helper|wizard|utility|by|handled|installed|additional|dialog|with
defaults.driversOffered: driver|drivers offered|offers|lists|list|open|vendor|choice|choose|shows|entries|available|proprietary|free|closed|empty|two|three; drivers_offered
defaults.panel: panel|taskbar|task_bar|bar|dock|panels|top_bar|bottom_bar|shelf !theme|layouts|layout|menu_bar|title
defaults.packages: packages|package installed|preinstalled|after|default|install|system|fresh|out-of-the-box|total|set|comes|base; ~packages
model.kind: rolling|fixed|interim|long-term|frozen|point_release|point-release|held-back|semi-rolling release|model|base|rolling|kind|is|it; release_model|model
model.claimed: rolling|fixed|interim|long-term|frozen|point_release|semi-rolling|stable says|calls|call|claims|claim|claimed|advertised|advertises|itself|describes|bills|supposedly|labels|according|sells|dubs|marketed|they|them; calls_itself|call_it
model.cadence: release|releases|version|versions|new every|each|twice|year|yearly|months|annually|annual|half|cadence|schedule|month|once|per|spring|autumn|years; cadence|release_cycle|release_schedule|release_rhythm
model.roles: interims|interim|long-terms|long-term|lts|releases for|meant|role|testing|work; role
model.words: model|releases|release describes|words|calls|says|describe
model.life: life|supported|support|lifetime|lifespan|maintained|updates|fixes|gets|looked_after|patched|covered|served|updated months|years|for|year|days|weeks|; life|lifetime|lifespan|life_span|support_period|support_span
model.lifeRule: until|till|support|supported|fixes|maintained|patches|updates|as_long_as next|successor|following|after_next|new_release; but_one|after_next
model.support: support|supported paid|promise|promised|vendor|firms|companies|sell|sells|phone|commercial|weekdays|business|contract|contracts|hours|offers|by|company; paid_support|commercial_support|support_contracts|support_promise
model.editionEnds: edition|flavour|spin ends|stops|dropped|discontinued|end|eol|end-of-life|retired|dies|last|over|end-of-support|until|gone
model.updatesSeen: update|updates packages|mb|gb|day|on|megs; update
model.datesKept: late|early|delayed|slipped|delay|postponed|overdue|behind_schedule|on_time|punctual|punctually|missed|ahead_of_schedule|on_schedule|announced; days_late|weeks_late
model.supportEnd: supported|support|maintained|patched|updates|fixes|security_updates|looked_after|serviced|end|ends until|till|to|ends|end|stops|through|expires|runs_out|up|over|by; end-of-life|end-of-support|end_of_life|end_of_support|support_end|supported_until|eol
model.upgrade: upgrade|upgrades|upgrading|upgradable|upgradeable in-place|place|from|path|reinstall|directly|possible|supported|skip|via|only|release|to|between|command|tool|fresh|one; upgrade_path|in_place|reinstall|reinstallation|fresh_install|clean_install
model.updates: updates|update|fixes every|daily|weekly|times|week|day|often|arrive|come|month|frequent|frequently|twice|several|once|trickle|each|tuesday|monthly|constant|steady; update_frequency
model.firstUpdate: first|initial|1st update|updates|upgrade|refresh|download|; fresh updates|update pulled|download|downloads
model.firstPackages: first|initial|1st update|updates|upgrade|refresh packages|
model.imageAge: image|medium|media|stick old|older|age|behind|weeks|days|months|stale
model.delay: behind|lag|lags|lagging|delay|delayed|trails|trail base|days|weeks|upstream|; lag
${APPLICATION_WORDS}
`;

/** Fact → its cues, as they are written in the table. */
export const CUES_OF_FACTS: readonly (readonly [key: string, cues: string])[] = FACT_WORDS.split('\n')
  .map((line) => /^([\w.]+): (.+)$/.exec(line.trim()))
  .filter((match) => match !== null)
  .map(([, key, cues]) => [key, cues] as const);

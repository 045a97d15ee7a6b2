/** How the default application of each role is spoken of, in the notation of factWords.ts. A new role is one line. */
const ROLES: Readonly<Record<string, string>> = {
  browser: 'browser|web_browser|browsing|webbrowser|surfing|internet_browser|web',
  mail: 'mail|mail_client|mailer|mail_program|mails !server|list|address|mailing',
  office:
    'office|office_suite|word_processor|spreadsheet|spreadsheets|documents_suite|letters|word_processing !under_office',
  editor:
    'text_editor|editor|text|notepad|texts|text_files|plain_text|code_editor !video|picture|image|photo|just_text|boot|splash',
  terminal:
    'terminal|terminal_emulator|console|shell_window|terminal_program|command_window !prompt|green|font|colours|opens',
  files:
    'file_manager|files|file_browser|filemanager|folders|file-manager !office|documents|text|transfer|log|configuration',
  video:
    'video|videos|films|film|movies|movie|video_player|media_player|player|clips !editor|cut|cutting|editing|edit|music|playing=|with=',
  music: 'music|audio|songs|music_player|audio_player|jukebox|tunes|sound_player|mp3s',
  images:
    'pictures|picture|images=|photos|picture_viewer|image_viewer|photo_viewer|viewer|photo !edit|editor|touch|retouch|paint|draw|task|process|scan|iso|boot|download|edition|editions|built|month',
  chat: 'chat|messenger|messaging|instant_messenger|instant_messaging|chat_program|chatting|im !room|dead|forum',
  software:
    'software_centre|software_center|software|store|app_store|application_store|software_store|software_shop|shop|software_manager|software_application !sources|looked',
  drawing:
    'drawing|picture_editor|image_editor|photo_editor|paint|painting|draw|retouch|retouching|touch_up|touch|graphics_editor|graphics_program|image_editing|picture_editing|photo_editing !bar|table|wallpaper|pad',
  cutting:
    'video_editor|cut|cutting|video_editing|film_editor|video_cutting|edit video|videos|films|clips|film !office|apps; video_editor|video_editing|cutting|video_cutter; cut',
  recording:
    'recording|recorder|record|sound_recorder|screen_recorder|recordings|screenshots|screencast|voice',
  notes: 'notes|note-taking|note_taking|notebook|jottings|sticky_notes !release',
  planner:
    'planner|calendar|organizer|organiser|calendar_program|appointments|agenda|planning=|diary|tasks|to-do !opens|clock|click|beekeeping',
  archive:
    'archiver|archives=|archive_manager|archive_program|zip|compressed_files|unpacks|unpacking|unpack|compression|archive= !from|in|out|repository|own|private|package|removed|added|main|security',
  disks:
    'disks|disk_tool|disk_utility|disk_manager|partition_editor|partitioner|partitioning_tool|partition_tool|drives|disk_program !space|above|encrypt|installer',
  transfer:
    'transfer|file_transfer|torrents|torrent|ftp|download_manager|downloads_program|sharing_files|downloader|file_sharing',
  games: 'games|game|card_game|puzzles|puzzle|chess|solitaire',
  remote:
    'remote_desktop|remote_control|remote_access|screen_sharing_program|remote_support|remote_help|remote_assistance|screen_sharing|vnc|rdp',
  reading:
    'e-books|ebooks|ebook|e-book|book_reader|document_viewer|pdf|pdfs|pdf_viewer|reader|pdf_reader|reading|documents viewer|open|opened|reader; pdf|pdfs|document_viewer|ebook|e-books|books|book_reader !card',
  scanning:
    'scanning|scans|scan_program|scanner_program|scan|scanning_program|scanning_tool|scanner !worked|works|printer',
};

/** Lines of the table of facts. */
export const APPLICATION_WORDS = Object.entries(ROLES)
  .map(([role, cues]) => `defaults.application.${role}: ${cues}`)
  .join('\n');

import { inject } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import add from '@material-symbols/svg-400/outlined/add.svg';
import down from '@material-symbols/svg-400/outlined/arrow_downward.svg';
import up from '@material-symbols/svg-400/outlined/arrow_upward.svg';
import close from '@material-symbols/svg-400/outlined/close.svg';
import contrast from '@material-symbols/svg-400/outlined/dark_mode.svg';
import drag from '@material-symbols/svg-400/outlined/drag_indicator.svg';
import fold from '@material-symbols/svg-400/outlined/chevron_right.svg';
import open from '@material-symbols/svg-400/outlined/open_in_new.svg';
import redo from '@material-symbols/svg-400/outlined/redo.svg';
import search from '@material-symbols/svg-400/outlined/search.svg';
import undo from '@material-symbols/svg-400/outlined/undo.svg';
import upload from '@material-symbols/svg-400/outlined/upload_file.svg';
import warning from '@material-symbols/svg-400/outlined/warning.svg';

const ICONS = { add, down, up, close, contrast, drag, fold, open, redo, search, undo, upload, warning };

/** The few icons the desk uses travel with it; nothing is fetched. */
export function registerIcons(): void {
  const registry = inject(MatIconRegistry);
  const sanitizer = inject(DomSanitizer);
  for (const [name, markup] of Object.entries(ICONS))
    registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(markup));
}

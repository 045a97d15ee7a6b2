/**
 * The lineage of the open catalogue with all editions folded, kept up with its edits: every part of a dossier that asks for
 * it shares this one, so that opening a part computes nothing again. The map, which unfolds, has its own.
 */
import { LineageView } from '../../core/layers/lineageView.ts';

export const wholeLineage = new LineageView();

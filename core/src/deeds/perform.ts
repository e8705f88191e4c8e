import { type Draft, produce } from 'immer';
import type { Workshop } from '../workshop';
import { withDecision } from '../workshop';
import { approveStick, keepRecipe, keepStick, noteWood, readStick, removeStick, unreadStick } from './colourDeeds';
import type { Deed, DeedOf } from './Deed';
import { DeedRefused } from './DeedRefused';
import {
  checkFilm,
  correctEntry,
  finishSitting,
  logStep,
  noteSeen,
  noteUsed,
  pause,
  pieceOf,
  removeEntry,
  startSitting,
  testFilm,
} from './logDeeds';
import { beginMix, dropMix, finishMix, pour, throwMix } from './mixDeeds';
import { noteMoney } from './noteMoney';
import { addPhotos, changePhoto, removePhoto } from './photoDeeds';
import { bring, bringIn, bringSupply, count, countSupply, empty, open } from './shelfDeeds';
import { wentWrong } from './wentWrong';

type Handler<D extends Deed['do']> = (draft: Draft<Workshop>, deed: DeedOf<D>, at: string, newId: () => string) => void;

/** What each deed does. A new deed is a new row. */
const handlers: { [D in Deed['do']]: Handler<D> } = {
  'start-step': logStep,
  'finish-step': logStep,
  'start-sitting': startSitting,
  'finish-sitting': finishSitting,
  'correct-entry': correctEntry,
  'note-used': noteUsed,
  'note-seen': noteSeen,
  'remove-entry': removeEntry,
  'check-film': checkFilm,
  pause,
  'go-on': pause,
  'went-wrong': wentWrong,
  'begin-mix': beginMix,
  pour,
  'finish-mix': finishMix,
  'drop-mix': dropMix,
  'throw-mix': throwMix,
  bring,
  count,
  open,
  'bring-in': bringIn,
  'use-up': empty,
  'throw-away': empty,
  'count-supply': countSupply,
  'bring-supply': bringSupply,
  'note-money': noteMoney,
  'add-photos': addPhotos,
  'change-photo': changePhoto,
  'remove-photo': removePhoto,
  'keep-stick': keepStick,
  'read-stick': readStick,
  'unread-stick': unreadStick,
  'remove-stick': removeStick,
  'note-wood': noteWood,
  'keep-recipe': keepRecipe,
  'approve-stick': approveStick,
  approve: (draft, { pieceId, what }, at, newId) => {
    pieceOf(draft, pieceId).commission.approvals.push({ id: newId(), what, at });
  },
  decide: (draft, { pieceId, key, choice, why }, at) => {
    const piece = pieceOf(draft, pieceId);
    if (choice === null) delete piece.decisions[key];
    else Object.assign(piece, withDecision(piece, key, { choice, at, why }));
  },
  'read-air': (draft, { reading }, at, newId) => {
    const id = newId();
    draft.readings[id] = { ...reading, id, at };
  },
  'test-film': testFilm,
  'move-piece': (draft, { pieceId, spaceId }, at) => {
    const piece = pieceOf(draft, pieceId);
    const { spaces } = draft.settings;
    const standsIn = () => (spaces.find((s) => s.id === piece.spaceId) ?? spaces[0])?.id;
    const fromId = standsIn();
    if (spaceId === null) delete piece.spaceId;
    else if (draft.settings.spaces.some((s) => s.id === spaceId)) piece.spaceId = spaceId;
    else throw new DeedRefused('space_gone', 'This space is not in the workshop any more: choose another.');
    // Its wood follows the air of the new one slowly.
    if (fromId !== undefined && standsIn() !== fromId) piece.brought = { at, fromId };
  },
  'say-when': (draft, { pieceId, stepId, begins }) => {
    const { edits } = pieceOf(draft, pieceId);
    if (begins !== null) {
      if (begins.personId !== null && !draft.settings.people.some((p) => p.id === begins.personId))
        throw new DeedRefused('person_gone', 'This person is not in the workshop any more: choose another.');
      edits.begins = { ...edits.begins, [stepId]: begins };
      return;
    }
    const { [stepId]: _, ...kept } = edits.begins ?? {};
    if (Object.keys(kept).length > 0) edits.begins = kept;
    else delete edits.begins;
  },
  'take-forecast': (draft, { forecast }) => {
    draft.settings.forecast = forecast;
  },
  'see-plan': (draft, { pieceId }) => {
    delete pieceOf(draft, pieceId).plannedBefore;
  },
};

/**
 * Does a deed on a draft of a workshop.
 * @param at instant of the deed, ISO 8601 with offset
 * @param newId gives ids for what comes into being; the same ids give the same workshop
 * @throws DeedRefused where the deed no longer fits; the draft is then to be dropped
 */
export function performOn(draft: Draft<Workshop>, deed: Deed, at: string, newId: () => string): void {
  (handlers[deed.do] as Handler<Deed['do']>)(draft, deed as never, at, newId);
}

/** The workshop after a deed; the one before stays as it is. @throws DeedRefused where the deed no longer fits */
export const perform = (workshop: Workshop, deed: Deed, at: string, newId: () => string): Workshop =>
  produce(workshop, (draft) => performOn(draft, deed, at, newId));

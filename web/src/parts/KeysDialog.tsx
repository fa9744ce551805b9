import { useState } from 'react';
import { Dialog } from './Dialog';
import { lettersAreOn, switchLetters } from './letterKeys';

const keys: readonly [string, string][] = [
  ['Alt + 1 … 7', 'Go to Stock, Pages, Cuts, Guide, Guests, Packing, Ledger'],
  ['↑ ↓', 'Next or last row of the list you are in'],
  ['Enter', 'Open the row, or take the number you typed'],
  ['Esc', 'Leave the number as it was; close'],
  ['/', 'Go to the measure line; Tab takes the word it offers, ↑ the last line'],
  ['Arrows', 'Move the open piece by the ruler’s smallest step; with Shift by ¼'],
  ['Alt + ↑ ↓', 'Move the piece one layer back or forward; under Guide the step earlier or later'],
  ['M', 'Choose an edge to measure the open piece from: Tab to it, Enter'],
  ['← →', 'Under Cuts: cut the sheet piece by piece'],
  ['S', 'Under Cuts: keep the sheet as it is, or let it go'],
  ['C', 'Under Cuts, all kits together: one more such sheet is cut'],
  ['Delete', 'Remove the piece'],
  ['N', 'New piece, paper or guest'],
  ['O', 'Take papers and parts from another kit'],
  ['R', 'Under Guests: paste a roster'],
  ['A', 'Under Guests: all of them together'],
  ['W', 'Under Guests: the workshop'],
  ['1 … 5', 'Under Packing: counts, to buy, cost, labels, bags; / goes to the scan line'],
  ['H', 'What changed since an earlier revision'],
  ['K', 'What holds for the whole kit: name, ruler, matting'],
  ['F', 'Under Guide: follow it at the table; there → and ← go on and back, T times the step'],
  ['P', 'Print this stage'],
  ['Ctrl + Z', 'Undo'],
  ['Ctrl + Shift + Z', 'Redo'],
  ['?', 'These keys'],
];

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [letters, setLetters] = useState(lettersAreOn);
  return (
    <Dialog open={open} title="Keys" onClose={onClose}>
      <dl className="grid grid-cols-[10rem_1fr] gap-y-2">
        {keys.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="text-brass">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-6 flex items-baseline gap-2">
        <input
          type="checkbox"
          className="accent-velvet"
          checked={letters}
          onChange={(event) => {
            switchLetters(event.currentTarget.checked);
            setLetters(event.currentTarget.checked);
          }}
        />
        Keys of a single letter or sign do something; those with Alt and Ctrl always do
      </label>
      <button type="button" className="press mt-6" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

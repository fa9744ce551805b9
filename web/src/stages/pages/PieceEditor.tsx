import type { Layout, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { leaningOn } from '../../parts/edits';
import { sideOf, useKit } from '../../parts/kitContext';
import { Swatch } from '../../parts/Swatch';
import { TextField } from '../../parts/TextField';
import { kindName } from './kinds';
import { cutBy } from './cutBy';
import { MatEditor } from './MatEditor';
import { PartChoice } from './PartChoice';
import { DrawnRow } from './DrawnRow';
import { SheetPlaceEditor } from './SheetPlaceEditor';
import { WetRow } from './WetRow';
import { ShapeEditor } from './ShapeEditor';
import { RuleEditor } from './RuleEditor';

interface Props {
  layout: Layout;
  piece: Piece;
  onChange: (piece: Piece) => void;
  onMove: (by: number) => void;
  /** The piece that is measured to, and what choosing one does. */
  to: string | null;
  onTo: (id: string) => void;
  onSwap: (id: string) => void;
  /** Lays it once more on the facing page, mirrored. */
  onFacing: () => void;
  onRemove: () => void;
}

/** Everything about one piece: what it is, its paper, its place, its mats, its layer. */
export function PieceEditor({ layout, piece, onChange, onMove, to, onTo, onSwap, onFacing, onRemove }: Props) {
  const { kit, answer } = useKit();
  const papers = kit.papers ?? [];
  const paper = papers.find((p) => p.id === piece.paper);
  const directed = paper && (piece.face === 'B' ? paper.faceB : paper.faceA)?.direction !== 'free';
  const leaning = leaningOn(layout, piece.id);
  const label = `${layout.id}-${piece.id}`;
  const room = answer?.layouts.flatMap((l) => l.pieces).find((p) => p.label === label)?.writing;
  const others = (layout.pieces ?? [])
    .filter((p) => p.id !== piece.id)
    .map((p) => ({ value: p.id, name: p.name ? `${p.id} ${p.name}` : p.id }));
  return (
    <div className="grid grid-cols-[5.5rem_1fr] items-baseline gap-y-1.5 pt-1 pb-4 pl-9 text-[15px]">
      <span className="text-soft">Called</span>
      <span className="flex flex-wrap items-baseline gap-2">
        <TextField
          label={`Label of ${label}`}
          value={piece.id}
          onChange={(id) => onChange({ ...piece, id })}
          className="w-20 font-semibold"
        />
        <TextField
          label={`Name of ${label}`}
          value={piece.name ?? ''}
          optional
          placeholder={kindName[piece.kind]}
          onChange={(name) => onChange({ ...piece, name: name || undefined })}
          className="w-44"
        />
      </span>
      {layout.kind === 'spread' && (
        <>
          <span className="text-soft">Page</span>
          <span>
            <Choice
              label={`Page of ${label}`}
              value={piece.side ?? 'left'}
              options={[
                { value: 'left', name: 'left page' },
                { value: 'right', name: 'right page' },
                { value: 'both', name: 'across both' },
              ]}
              onChange={(side) => onChange({ ...piece, side })}
            />
          </span>
        </>
      )}
      {piece.kind === 'photo' ? (
        <MatEditor label={label} piece={piece} onChange={onChange} />
      ) : piece.kind === 'drawn' ? (
        <DrawnRow label={label} piece={piece} onChange={onChange} />
      ) : (
        <>
          <PartChoice label={label} piece={piece} onChange={onChange} />
          {!piece.part && (
            <>
              <span className="text-soft">Paper</span>
              <span className="flex flex-wrap items-baseline gap-3">
                <Choice
                  label={`Paper of ${label}`}
                  value={piece.paper ?? null}
                  none={papers.length ? 'Choose a paper' : 'No paper in the kit yet: add one under Stock'}
                  options={papers.map((p) => ({ value: p.id, name: p.name, mark: <Swatch paper={p} /> }))}
                  onChange={(id) =>
                    onChange({
                      ...piece,
                      cutFrom: undefined,
                      paper: id,
                      face: papers.find((p) => p.id === id)?.faceB ? piece.face : 'A',
                    })
                  }
                />
                {paper?.faceB && (
                  <Choice
                    label={`Face of ${label}`}
                    value={piece.face ?? 'A'}
                    options={[
                      { value: 'A', name: sideOf(answer, paper.id, 'A'), mark: <Swatch paper={paper} /> },
                      { value: 'B', name: sideOf(answer, paper.id, 'B'), mark: <Swatch paper={paper} face="B" /> },
                    ]}
                    onChange={(face) => onChange({ ...piece, cutFrom: undefined, face })}
                  />
                )}
                {directed && (
                  <label className="flex items-center gap-1.5">
                    <input
                      type="checkbox"
                      className="accent-velvet"
                      checked={piece.printTurned ?? false}
                      onChange={(event) => onChange({ ...piece, printTurned: event.currentTarget.checked })}
                    />
                    print a quarter turned
                  </label>
                )}
              </span>
            </>
          )}
        </>
      )}
      {paper && !piece.part && piece.kind !== 'photo' && piece.kind !== 'drawn' && piece.kind !== 'printed' && (
        <SheetPlaceEditor label={label} piece={piece} paper={paper} onChange={onChange} />
      )}
      {!piece.part && (piece.paper || (piece.opening?.mats?.length ?? 0) > 0) && (
        <>
          <span className="text-soft">Cut by</span>
          <span>
            <Choice
              label={`Who cuts ${label}`}
              value={piece.cutBy ?? 'either'}
              options={cutBy}
              onChange={(by) => onChange({ ...piece, cutBy: by })}
            />
          </span>
        </>
      )}
      {room && (
        <>
          <span className="text-soft">To write</span>
          <span className="pl-1">{room.says}</span>
        </>
      )}
      <WetRow label={label} piece={piece} onChange={onChange} />
      {piece.kind !== 'drawn' && <ShapeEditor label={label} piece={piece} onChange={onChange} />}
      {!piece.extra && (
        <>
          <RuleEditor axis="across" layout={layout} piece={piece} onChange={(across) => onChange({ ...piece, across })} />
          <RuleEditor axis="down" layout={layout} piece={piece} onChange={(down) => onChange({ ...piece, down })} />
        </>
      )}
      {piece.kind !== 'photo' && (
        <>
          <span className="text-soft">For whom</span>
          <span>
            <Choice
              label={`For whom ${label} is`}
              value={piece.extra ? (piece.insteadOf ?? 'extra') : 'all'}
              options={[
                { value: 'all', name: 'laid by everyone' },
                { value: 'extra', name: 'an extra, for those who want more: cut and packed, without a place' },
                ...others
                  .filter((o) => !layout.pieces?.find((p) => p.id === o.value)?.extra)
                  .map((o) => ({ value: o.value, name: `or instead of ${o.name}` })),
              ]}
              onChange={(whom) =>
                onChange({
                  ...piece,
                  extra: whom !== 'all',
                  insteadOf: whom === 'all' || whom === 'extra' ? null : whom,
                })
              }
            />
          </span>
        </>
      )}
      {!piece.extra && (
        <>
          <span className="text-soft">Exactness</span>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-velvet"
              checked={piece.roughly ?? false}
              onChange={(event) => onChange({ ...piece, roughly: event.currentTarget.checked })}
            />
            about there, where it pleases: the guide shows its place and does not measure it
          </label>
        </>
      )}
      {others.length > 0 && (
        <>
          <span className="text-soft">Measure to</span>
          <span className="flex flex-wrap items-baseline gap-3">
            <Choice
              optional
              label={`Piece to measure ${label} to`}
              value={to}
              none="another piece"
              options={others}
              onChange={onTo}
            />
            {to && (
              <button type="button" className="quiet" onClick={() => onSwap(to)}>
                let {piece.id} and {to} change places
              </button>
            )}
          </span>
        </>
      )}
      <span className="text-soft">Layer</span>
      <span className="flex flex-wrap gap-2">
        <button type="button" className="press" title="Alt + ↑" onClick={() => onMove(-1)}>
          Farther back
        </button>
        <button type="button" className="press" title="Alt + ↓" onClick={() => onMove(1)}>
          Nearer the front
        </button>
        {layout.kind === 'spread' && piece.side !== 'both' && (
          <button type="button" className="press" onClick={onFacing}>
            Once more on the facing page
          </button>
        )}
        <button
          type="button"
          className="press ml-auto"
          title={leaning.length ? `${leaning.join(', ')} lean on it` : 'Delete'}
          onClick={onRemove}
        >
          Remove{leaning.length ? ` (${leaning.join(', ')} lean on it)` : ''}
        </button>
      </span>
    </div>
  );
}

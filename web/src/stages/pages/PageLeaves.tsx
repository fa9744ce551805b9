import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import type { Layout, LayoutAnswer, Mark } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { withLayer, withLayout, withoutPiece } from '../../parts/edits';
import { Fold, LeafHead } from '../../parts/Fold';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { ScenePicture } from '../../parts/ScenePicture';
import { TextField } from '../../parts/TextField';
import { useKeys } from '../../parts/useKeys';
import { AddPiece } from './AddPiece';
import { EdgePicker } from './EdgePicker';
import { LayoutMenu } from './LayoutMenu';
import { MeasureLine } from './MeasureLine';
import { PageTakes } from './PageTakes';
import { PieceList } from './PieceList';
import { ReturnsFigure, type Figure } from './ReturnsFigure';
import { ghostOf, useMeasureLine } from './useMeasureLine';
import { useDistances } from './useDistances';
import { useMoves } from './useMoves';

interface Props {
  layoutId: string;
  computed: LayoutAnswer | undefined;
  /** Asks for a new layout; out of sizes where some are said. */
  onAddLayout: (sizes?: string) => void;
}

const views = ['papers', 'outline', 'hidden'] as const;
type View = (typeof views)[number];
type HiddenMiddle = LayoutAnswer['pieces'][number]['hidden'][number];

// Where paper may be cut out under what covers it, with what it is cut out of.
const hiddenMarks = (hidden: readonly HiddenMiddle[]): Mark[] =>
  hidden.flatMap((h): Mark[] => [
    { mark: 'box', role: 'ghost', piece: null, box: h.box },
    { mark: 'text', role: 'label', piece: null, within: h.box, text: h.part },
  ]);

/** One layout: its pieces and the measure line on the left, the page to scale on the right. */
export function PageLeaves({ layoutId, computed, onAddLayout }: Props) {
  const { t } = useTranslation();
  const { kit, slug, change, lit, setLit } = useKit();
  const [chosen, setChosen] = useState<string | null>(null);
  const [fresh, setFresh] = useState<string | null>(null);
  const [to, setTo] = useState<string | null>(null);
  const [view, setView] = useState<View>('papers');
  const [line, setLine] = useState('');
  const navigate = useNavigate();
  const said = useMeasureLine(kit, layoutId, line);
  const layout = (kit.layouts ?? []).find((l) => l.id === layoutId);
  const pieces = layout?.pieces ?? [];
  const piece = pieces.find((p) => p.id === chosen);
  const moves = useMoves(layoutId, computed);
  const between = useDistances(layoutId, chosen, to);
  const [picking, setPicking] = useState(false);
  const [shown, setShown] = useState<ReadonlySet<string> | null>(null);
  const [figure, setFigure] = useState<Figure | null>(null);
  const choose = (id: string | null) => {
    setChosen(id);
    setTo(null);
    setPicking(false);
  };
  const relayer = (by: number) => piece && change(withLayer(kit, layoutId, piece.id, by));
  const nudge = (x: number, y: number) => piece && moves.move(piece.id, x, y);

  useKeys([
    {
      key: 'Delete',
      does: () => {
        if (!piece) return;
        setChosen(null);
        change(withoutPiece(kit, layoutId, piece.id));
      },
    },
    { key: 'ArrowUp', alt: true, does: () => relayer(-1) },
    { key: 'ArrowDown', alt: true, does: () => relayer(1) },
    ...(piece
      ? [false, true].flatMap((shift) => {
          const by = shift ? moves.quarter : 1;
          return [
            { key: 'ArrowLeft', shift, does: () => nudge(-by, 0) },
            { key: 'ArrowRight', shift, does: () => nudge(by, 0) },
            { key: 'ArrowUp', shift, does: () => nudge(0, -by) },
            { key: 'ArrowDown', shift, does: () => nudge(0, by) },
          ];
        })
      : []),
    { key: 'm', does: () => setPicking(piece !== undefined && !picking) },
    { key: 'Escape', does: () => (picking ? setPicking(false) : setChosen(null)) },
    { key: 'p', does: () => void window.open(`/api/kits/${slug}/guide.pdf`, '_blank') },
  ]);

  if (!layout) return null;
  const setPage = (page: Layout['page']) => change(withLayout(kit, layoutId, (l) => ({ ...l, page })));
  const label = chosen && `${layoutId}-${chosen}`;
  const over = between ?? (chosen ? (computed?.pieces.find((p) => p.id === chosen)?.dimensions ?? []) : []);
  const hidden = computed?.pieces.flatMap((p) => p.hidden) ?? [];
  const faulty = computed?.findings.some((f) => f.gravity === 'fault');
  const says = (
    <>
      <LeafHead
        aside={
          <>
            <LayoutMenu layout={layout} />
            <button type="button" className="press" onClick={() => onAddLayout()}>
              {t('pages.new')}
            </button>
          </>
        }
      >
        <h1 className="text-[28px] leading-8">
          <TextField
            label={t('pages.nameOf')}
            value={layout.name}
            onChange={(name) => change(withLayout(kit, layoutId, (l) => ({ ...l, name })))}
            className="-ml-1 w-full"
          />
        </h1>
      </LeafHead>
      <p className={`px-6 text-[15px] ${faulty ? 'text-rust' : 'text-soft'}`}>
        {computed?.summary ?? t('pages.measuring')} · {t('pages.page')}
        <span className="whitespace-nowrap">
          <Measure
            label={t('pages.widthOf')}
            value={layout.page.width}
            onChange={(width) => setPage({ width, height: layout.page.height })}
          />
          x{' '}
          <Measure
            align="left"
            label={t('pages.heightOf')}
            value={layout.page.height}
            onChange={(height) => setPage({ width: layout.page.width, height })}
          />
        </span>
      </p>
      {moves.trouble && (
        <p role="alert" className="px-6 text-[15px] text-rust">
          {moves.trouble}
        </p>
      )}
      {(kit.layouts ?? []).length > 1 && (
        <nav aria-label={t('pages.layouts')} className="flex flex-wrap gap-x-4 px-6 pt-2 text-[15px]">
          {(kit.layouts ?? []).map((l) => (
            <button
              key={l.id}
              type="button"
              aria-current={l.id === layoutId ? 'page' : undefined}
              className={l.id === layoutId ? 'font-semibold text-velvet' : 'text-soft hover:text-velvet'}
              onClick={() => void navigate(`/kits/${slug}/pages/${l.id}`)}
            >
              {l.id} {l.name}
            </button>
          ))}
        </nav>
      )}
      <PieceList
        layout={layout}
        computed={computed}
        chosen={chosen}
        onChoose={choose}
        to={to}
        onTo={setTo}
        onSwap={(other) => chosen && moves.swap(chosen, other)}
        onFacing={(id) => moves.facing(id, setChosen)}
        fresh={fresh}
        onShown={setShown}
        onFigure={setFigure}
      />
      <footer className="flex shrink-0 items-start gap-3 border-t border-line bg-chalk px-6 pt-3 pb-1">
        <MeasureLine
          layoutId={layoutId}
          text={line}
          onText={setLine}
          answer={said.data}
          stale={said.isPlaceholderData}
          onMade={setChosen}
          onSizes={onAddLayout}
        />
        <AddPiece
          layout={layout}
          onAdd={(kind, side) =>
            moves.add(kind, side, (id) => {
              setFresh(id);
              setChosen(id);
            })
          }
        />
      </footer>
    </>
  );

  const shows = (
    <>
      <LeafHead
        aside={
          <>
            {piece && (
              <button type="button" className="quiet" title="M" aria-pressed={picking} onClick={() => setPicking(!picking)}>
                {t(picking ? 'pages.pressEdge' : 'pages.measureFrom', { piece: piece.id })}
              </button>
            )}
            <Choice
              label={t('pages.shows')}
              value={view}
              options={views.map((value) => ({ value, name: t(`pages.view.${value}`) }))}
              onChange={setView}
            />
          </>
        }
      >
        <p className={`text-[15px] ${moves.rests ? '' : 'text-soft'}`}>
          {moves.rests ?? t(layout.kind === 'spread' ? 'pages.spreadToScale' : 'pages.pageToScale')}
        </p>
      </LeafHead>
      <div className={`flex min-h-0 items-center justify-center p-6 pt-2 ${layout.kind === 'spread' ? '' : 'flex-1'}`}>
        {computed && (
          <ScenePicture
            {...(shown && { strong: shown })}
            scene={computed.picture}
            papers={kit.papers ?? []}
            rulers={kit.unit ?? 'in'}
            lit={lit}
            chosen={label}
            over={view === 'hidden' ? hiddenMarks(hidden) : over}
            outline={view !== 'papers'}
            ghost={moves.ghost ?? { marks: ghostOf(line.trim() ? said.data : undefined), x: 0, y: 0 }}
            onDrag={(dragged, ...held) => {
              setChosen(dragged.slice(layoutId.length + 1));
              moves.drag(dragged, ...held);
            }}
            overlay={
              picking && piece ? (
                <EdgePicker
                  computed={computed}
                  piece={piece.id}
                  onPick={(edge) => {
                    setPicking(false);
                    moves.measureFrom(piece.id, edge);
                  }}
                />
              ) : figure ? (
                <ReturnsFigure figure={figure} computed={computed} />
              ) : undefined
            }
            onLit={setLit}
            onChoose={(l) => setChosen(l.slice(layoutId.length + 1))}
            className="max-h-full w-full touch-none"
          />
        )}
      </div>
      {computed && layout.kind === 'spread' && view !== 'hidden' && <PageTakes layout={layout} onShown={setShown} />}
      {view === 'hidden' && (
        <p role="status" className="px-6 pb-4 text-[15px] text-soft">
          {hidden.length === 0
            ? t('pages.nothingHidden')
            : t('pages.hiddenAre', {
                list: hidden.map((h) => `${h.part} ${readable(h.box.width)} x ${readable(h.box.height)}`).join('; '),
              })}
        </p>
      )}
    </>
  );
  return <Fold says={says} shows={shows} showing={t('pages.toScale')} />;
}

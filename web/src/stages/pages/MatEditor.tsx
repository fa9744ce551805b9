import { useTranslation } from 'react-i18next';
import type { Kit, Mat, Piece } from '../../api/client';
import { Choice } from '../../parts/Choice';
import { useKit } from '../../parts/kitContext';
import { inUnit } from '../../parts/length';
import { Measure } from '../../parts/Measure';
import { ofFace, paperFace, paperFaces } from '../../parts/paperFaces';
import { PartMark } from '../../parts/PartMark';
import { Pick } from '../../parts/Pick';
import { PhotoEditor } from './PhotoEditor';

interface Props {
  label: string;
  piece: Piece;
  onChange: (piece: Piece) => void;
}

const schools = ['kit', 'grow-mat', 'trim-photo'] as const;

interface Card {
  sheet: string;
  part: string;
}

const cardKey = (card: Card) => `card ${card.sheet} ${card.part}`;

/** Ready-made parts that may serve as mats: those with a size. */
const readyCards = (kit: Kit): (Card & { name: string })[] =>
  (kit.parts ?? [])
    .filter((sheet) => sheet.kind !== 'letters' && sheet.kind !== 'by-length')
    .flatMap((sheet) =>
      (sheet.parts ?? [])
        .filter((part) => part.size)
        .map((part) => ({ sheet: sheet.id, part: part.id, name: `${part.id}, ${sheet.name}` })),
    );

/** The mats under a photo, inner one first, and the school they follow. */
export function MatEditor({ label, piece, onChange }: Props) {
  const { t } = useTranslation();
  const { kit, answer } = useKit();
  const opening = piece.opening;
  if (!opening) return null;
  const mats = opening.mats ?? [];
  const setMats = (next: Mat[]) => onChange({ ...piece, opening: { ...opening, mats: next } });
  const exchange = (at: number, mat: Mat) => setMats(mats.map((m, i) => (i === at ? mat : m)));
  const first = kit.papers?.[0];
  const cards = readyCards(kit);
  const card = cards[0];
  return (
    <>
      <span className="text-soft">{t('matEditor.mats')}</span>
      <span className="flex flex-col gap-1">
        {mats.map((mat, i) => {
          const which = mats.length > 1 ? t('matEditor.nth', { n: i + 1, label }) : t('matEditor.only', { label });
          return (
            <span key={i} className="flex flex-wrap items-baseline gap-1.5">
              <Measure
                align="left"
                label={t('matEditor.howMuchShowsOf', { which })}
                value={mat.reveal}
                onChange={(reveal) => exchange(i, { ...mat, reveal })}
              />
              <span className="text-soft">{mat.card ? t('matEditor.orMoreShowsOf') : t('matEditor.showsOf')}</span>
              <Pick
                label={t('matEditor.paperOf', { which })}
                value={mat.card || !mat.paper ? null : paperFace(mat.paper, mat.face)}
                none={mat.card ? '' : t('piece.choosePaper')}
                options={paperFaces(kit, answer)}
                onChange={(chosen) => exchange(i, { ...mat, card: undefined, ...ofFace(chosen) })}
              />
              {cards.length > 0 && (
                <Choice
                  optional
                  label={t('matEditor.cardOf', { which })}
                  value={mat.card ? cardKey(mat.card) : null}
                  none={t('matEditor.orACard')}
                  options={cards.map((card) => ({
                    value: cardKey(card),
                    name: card.name,
                    mark: <PartMark kit={kit} sheet={card.sheet} part={card.part} />,
                  }))}
                  onChange={(chosen) => {
                    const card = cards.find((c) => cardKey(c) === chosen);
                    if (card) exchange(i, { card: { sheet: card.sheet, part: card.part }, reveal: mat.reveal });
                  }}
                />
              )}
              {mat.gut ? (
                <>
                  <span className="text-soft">{t('matEditor.middleCutOutBut')}</span>
                  <Measure
                    align="left"
                    label={t('matEditor.borderOf', { which })}
                    value={mat.gut}
                    onChange={(gut) => exchange(i, { ...mat, gut })}
                  />
                  <button
                    type="button"
                    className="quiet"
                    aria-label={t('matEditor.leaveWhole', { which })}
                    onClick={() => exchange(i, { ...mat, gut: null })}
                  >
                    {t('matEditor.leaveItWhole')}
                  </button>
                </>
              ) : (
                !mat.frame &&
                !mat.card && (
                  <button
                    type="button"
                    className="quiet"
                    aria-label={t('matEditor.cutTheMiddleOut', { which })}
                    onClick={() => exchange(i, { ...mat, gut: inUnit(kit, '1', '25') })}
                  >
                    {t('matEditor.cutItsMiddleOut')}
                  </button>
                )
              )}
              {mat.frame ? (
                <>
                  <span className="text-soft">{t('matEditor.asStrips')}</span>
                  <Measure
                    align="left"
                    label={t('matEditor.widthOfStrips', { which })}
                    value={mat.frame}
                    onChange={(frame) => exchange(i, { ...mat, frame })}
                  />
                  <button
                    type="button"
                    className="quiet"
                    aria-label={t('matEditor.leaveWhole', { which })}
                    onClick={() => exchange(i, { ...mat, frame: null })}
                  >
                    {t('matEditor.leaveItWhole')}
                  </button>
                </>
              ) : (
                !mat.gut &&
                !mat.card && (
                  <button
                    type="button"
                    className="quiet"
                    aria-label={t('matEditor.makeStrips', { which })}
                    onClick={() => exchange(i, { ...mat, frame: inUnit(kit, '1/2', '12') })}
                  >
                    {t('matEditor.strips')}
                  </button>
                )
              )}
              <button
                type="button"
                className="quiet"
                aria-label={t('matEditor.remove', { which })}
                onClick={() => setMats(mats.filter((_, j) => j !== i))}
              >
                {t('matEditor.takeOff')}
              </button>
            </span>
          );
        })}
        {first || card ? (
          <button
            type="button"
            className="quiet self-start"
            onClick={() =>
              setMats([
                ...mats,
                first
                  ? { paper: first.id, face: 'A', reveal: kit.matting.reveal }
                  : { card: card && { sheet: card.sheet, part: card.part }, reveal: kit.matting.reveal },
              ])
            }
          >
            {mats.length ? t('matEditor.anotherMatUnderIt') : t('matEditor.putItOnA')}
          </button>
        ) : (
          <span className="text-soft">{t('matEditor.matsNeedAPaper')}</span>
        )}
      </span>
      {mats.length > 0 && (
        <>
          <span className="text-soft">{t('matEditor.matting')}</span>
          <span>
            <Choice
              label={t('matEditor.schoolOfMattingOf', { label })}
              value={opening.school ?? 'kit'}
              options={schools.map((value) => ({
                value,
                name:
                  value === 'kit'
                    ? t('matEditor.asTheKitDoes', { value: t(`matEditor.school.${kit.matting.school ?? 'grow-mat'}`) })
                    : t(`matEditor.school.${value}`),
              }))}
              onChange={(school) =>
                onChange({ ...piece, opening: { ...opening, school: school === 'kit' ? undefined : school } })
              }
            />
          </span>
        </>
      )}
      <PhotoEditor label={label} piece={piece} onChange={onChange} />
    </>
  );
}

import { useMutation } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type CountsAnswer } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { Swatch } from '../../parts/Swatch';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { sizeOf } from '../../parts/sizeOf';

/** Pieces, photos and parts for one kit and for the run, and whether three ways of counting agree. */
export function PieceTable({ counts }: { counts: CountsAnswer }) {
  const { t } = useTranslation();
  const { kit, slug, setLit } = useKit();
  const { reconciliation: three, counts: own } = counts;
  const compare = useMutation({
    mutationFn: async (text: string) =>
      unwrap(await api.POST('/api/kits/{slug}/tables/counts', { params: { path: { slug } }, body: { text } })),
  });
  const paperOf = (id: string) => kit.papers?.find((p) => p.id === id);
  return (
    <>
      {three.agrees ? (
        <p className="text-[15px] text-moss" role="status">
          {t('pieceTable.piecesByTheLayouts', { listed: three.listed })}
        </p>
      ) : (
        <div role="alert" className="border-l-2 border-rust pl-3 text-[15px] text-rust">
          <p>{t('pieceTable.theCountsDoNot', { listed: three.listed, planned: three.planned, guided: three.guided })}</p>
          <ul>
            {three.differences.slice(0, 12).map((d) => (
              <li key={d.label}>
                {d.label}: {d.listed}, {d.planned}, {d.guided}
              </li>
            ))}
          </ul>
        </div>
      )}
      <table className="mt-3 w-full text-[15px]">
        <thead>
          <tr className="border-b border-line text-left text-[13px] text-soft">
            <th className="font-normal">{t('pieceTable.pieces')}</th>
            <th className="text-right font-normal">{t('pieceTable.size')}</th>
            <th className="pl-2 text-right font-normal">{t('pieceTable.aKit')}</th>
            <th className="text-right font-normal">{t('pieceTable.theRun')}</th>
          </tr>
        </thead>
        <tbody>
          {own.byPiece.map((p) => {
            const paper = paperOf(p.paper);
            return (
              <tr
                key={`${p.paper}${p.face}${p.size.width}${p.size.height}`}
                className="border-b border-line align-baseline"
                onPointerEnter={() => setLit(p.labels[0]?.split(' ')[0] ?? null)}
                onPointerLeave={() => setLit(null)}
              >
                <td className="py-1">
                  <span className="flex items-center gap-2">
                    {paper && <Swatch paper={paper} face={p.face} size={16} />} {paper?.name} {p.face}
                  </span>
                  <span className="block text-[13px] leading-4 text-soft">{p.labels.join(', ')}</span>
                </td>
                <td className="text-right whitespace-nowrap text-brass">{sizeOf(p.size)}</td>
                <td className="text-right">{p.perKit}</td>
                <td className="text-right">
                  {p.total}
                  {p.spare > 0 && <span className="text-[13px] text-soft"> {t('pieceTable.spare', { spare: p.spare })}</span>}
                </td>
              </tr>
            );
          })}
          {own.photos.map((p) => (
            <tr key={`photo ${sizeOf(p.size)} ${p.border ?? ''}`} className="border-b border-line align-baseline">
              <td className="py-1">
                {p.border ? t('pieceTable.bordered', { border: readable(p.border) }) : t('pieceTable.photos')}
                {(!p.order || sizeOf(p.order) !== sizeOf(p.size)) && (
                  <span className="block text-[13px] leading-4 text-soft">
                    {p.order
                      ? t('pieceTable.printedAtAndTrimmed', { order: sizeOf(p.order) })
                      : t('pieceTable.largerThanPrintsCome')}
                  </span>
                )}
              </td>
              <td className="text-right text-brass">{sizeOf(p.size)}</td>
              <td className="text-right">{p.perKit}</td>
              <td className="text-right">{p.total}</td>
            </tr>
          ))}
          {own.parts
            .filter((p) => p.total > 0)
            .map((p) => (
              <tr key={p.sheet} className="border-b border-line align-baseline">
                <td className="py-1">
                  {kit.parts?.find((s) => s.id === p.sheet)?.name}
                  <span className="block text-[13px] leading-4 text-soft">
                    {p.needs.map((n) => `${n.perKit} ${n.part}`).join(', ')}
                    {p.lengths.map((l) => t('pieceTable.for', { length: readable(l.length), label: l.label })).join(', ')}
                  </span>
                </td>
                <td className="text-right text-brass">{p.lengthPerKit && readable(p.lengthPerKit)}</td>
                <td className="text-right">{p.perKit ?? ''}</td>
                <td className="text-right">
                  {p.total}
                  {p.spare > 0 && <span className="text-[13px] text-soft"> {t('pieceTable.spare', { spare: p.spare })}</span>}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <p className="flex flex-wrap items-baseline gap-x-3 pt-3">
        <a className="press" href={`/api/kits/${slug}/tables/counts.csv`} download>
          {t('pieceTable.saveAsATable')}
        </a>
        <TableInput label={t('pieceTable.yourOwnTally')} disabled={compare.isPending} onText={(text) => compare.mutate(text)}>
          {t('pieceTable.compareWithATable')}
        </TableInput>
      </p>
      {compare.error && (
        <p role="alert" className="pt-2 text-[15px] text-rust">
          {tableFaults(compare.error)}
        </p>
      )}
      {compare.data && (
        <div role="status" className="pt-2 text-[15px]">
          {compare.data.differences.length === 0 ? (
            <p className="text-moss">{t('pieceTable.yourTableAgreesWith')}</p>
          ) : (
            <ul className="border-l-2 border-rust pl-3">
              {compare.data.differences.map((d) => (
                <li key={d}>{d}</li>
              ))}
            </ul>
          )}
        </div>
      )}
    </>
  );
}

import { useMutation } from '@tanstack/react-query';
import { api, unwrap, type CountsAnswer } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { readable } from '../../parts/length';
import { Swatch } from '../../parts/Swatch';
import { tableFaults } from '../../parts/tableFaults';
import { TableInput } from '../../parts/TableInput';
import { sizeOf } from '../../parts/sizeOf';

/** Pieces, photos and parts for one kit and for the run, and whether three ways of counting agree. */
export function PieceTable({ counts }: { counts: CountsAnswer }) {
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
          {three.listed} pieces by the layouts, by the cut plans and by the guide: the three agree.
        </p>
      ) : (
        <div role="alert" className="border-l-2 border-rust pl-3 text-[15px] text-rust">
          <p>
            The counts do not agree: {three.listed} pieces by the layouts, {three.planned} by the cut plans, {three.guided} by the
            guide.
          </p>
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
            <th className="font-normal">Pieces</th>
            <th className="text-right font-normal">size</th>
            <th className="text-right font-normal">a kit</th>
            <th className="text-right font-normal">the run</th>
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
                  {p.spare > 0 && <span className="text-[13px] text-soft"> ({p.spare} spare)</span>}
                </td>
              </tr>
            );
          })}
          {own.photos.map((p) => (
            <tr key={`photo ${sizeOf(p.size)} ${p.border ?? ''}`} className="border-b border-line align-baseline">
              <td className="py-1">
                Photos, brought{p.border ? `, white border ${readable(p.border)}` : ''}
                {(!p.order || sizeOf(p.order) !== sizeOf(p.size)) && (
                  <span className="block text-[13px] leading-4 text-soft">
                    {p.order ? `printed at ${sizeOf(p.order)} and trimmed` : 'larger than prints come'}
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
                    {p.lengths.map((l) => `${readable(l.length)} for ${l.label}`).join(', ')}
                  </span>
                </td>
                <td className="text-right text-brass">{p.lengthPerKit && readable(p.lengthPerKit)}</td>
                <td className="text-right">{p.perKit ?? ''}</td>
                <td className="text-right">
                  {p.total}
                  {p.spare > 0 && <span className="text-[13px] text-soft"> ({p.spare} spare)</span>}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <p className="flex flex-wrap items-baseline gap-x-3 pt-3">
        <a className="press" href={`/api/kits/${slug}/tables/counts.csv`} download>
          Save as a table
        </a>
        <TableInput label="Your own tally" disabled={compare.isPending} onText={(text) => compare.mutate(text)}>
          compare with a table of yours
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
            <p className="text-moss">Your table agrees with these counts, line by line.</p>
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

import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap } from '../../api/client';
import { Dialog } from '../../parts/Dialog';
import { withLayout } from '../../parts/edits';
import { useKit } from '../../parts/kitContext';

interface Props {
  layoutId: string;
  onClose: () => void;
}

/** The whole layout as measure lines: to read, to copy, to change and read in again. */
export function ReadOut({ layoutId, onClose }: Props) {
  const { t } = useTranslation();
  const { kit, change } = useKit();
  const [typed, setTyped] = useState<string | null>(null);
  const written = useQuery({
    queryKey: ['read-out', kit, layoutId],
    queryFn: async () => unwrap(await api.POST('/api/compute/measure-lines', { body: { text: '', kit, layout: layoutId } })),
    gcTime: 0,
  });
  const text = typed ?? written.data?.text ?? '';
  const readIn = useMutation({
    mutationFn: async () => {
      const blank = withLayout(kit, layoutId, (l) => ({ ...l, pieces: [], arrangements: [] }));
      return unwrap(await api.POST('/api/compute/measure-lines', { body: { text, kit: blank, layout: layoutId } }));
    },
    onSuccess: (answer) => {
      if (answer.errors.length > 0) return;
      change(answer.kit);
      onClose();
    },
  });
  const faults = readIn.data?.errors ?? [];
  return (
    <Dialog open title={t('readOut.theLayoutInMeasure')} onClose={onClose}>
      <textarea
        aria-label={t('readOut.measureLines')}
        className="field h-80 w-full text-[14px] leading-5 whitespace-pre"
        spellCheck={false}
        value={text}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
          readIn.reset();
        }}
      />
      {readIn.error && <p className="mt-2 text-rust">{readIn.error.message}</p>}
      {faults.map((f) => (
        <p key={f.line} role="alert" className="mt-1 text-[15px] text-rust">
          {t('readOut.line', { line: f.line, says: f.says })}
        </p>
      ))}
      <div className="mt-4 flex gap-3">
        <button
          type="button"
          className="press-first"
          disabled={typed === null || readIn.isPending}
          onClick={() => readIn.mutate()}
        >
          {t('readOut.readItIn')}
        </button>
        <button type="button" className="press" onClick={onClose}>
          {t('readOut.close')}
        </button>
      </div>
    </Dialog>
  );
}

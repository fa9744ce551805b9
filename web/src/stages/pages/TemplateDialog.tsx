import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Piece } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

interface Props {
  piece: Piece;
  onClose: () => void;
  onTaken: (shape: NonNullable<Piece['shape']>) => void;
}

// A wavy edge, as the text of a path has it.
const wave = 'M0 4 C0 1 3 0 4 0 S8 1 8 4 Z';

/** Reads a template's outline from an SVG file or the text of a path, and stretches it to the piece. */
export function TemplateDialog({ piece, onClose, onTaken }: Props) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const read = useMutation({
    mutationFn: async () => unwrap(await api.POST('/api/compute/outline', { body: { path: text, size: piece.size } })),
  });
  const shape = read.data?.shape;
  return (
    <Dialog open title={t('templateDialog.aTemplateFor', { id: piece.id })} onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (shape) onTaken(shape);
          else read.mutate();
        }}
      >
        <label htmlFor="template-file" className="text-[15px]">
          {t('templateDialog.anSvgFileOr')}
        </label>
        <input
          id="template-file"
          type="file"
          accept=".svg,image/svg+xml"
          className="field mt-2 block w-full"
          onChange={(event) => {
            read.reset();
            const file = event.currentTarget.files?.[0];
            if (file) void file.text().then(setText);
          }}
        />
        <textarea
          aria-label={t('templateDialog.svgPath')}
          className="field mt-2 block h-28 w-full font-mono text-[13px]"
          spellCheck={false}
          placeholder={wave}
          value={text}
          onChange={(event) => {
            read.reset();
            setText(event.currentTarget.value);
          }}
        />
        {read.error && (
          <p role="alert" className="mt-2 text-[15px] text-rust">
            {read.error.message}
          </p>
        )}
        {shape && (
          <p className="mt-2 text-[15px] text-soft">
            {t('templateDialog.readCorners', { points: shape.points?.length ?? 0, note: read.data?.note })}
          </p>
        )}
        <div className="mt-4 flex gap-3">
          <button type="submit" className="press-first" disabled={text.trim() === '' || read.isPending}>
            {shape ? t('templateDialog.giveThePieceThis') : t('templateDialog.readIt')}
          </button>
          <button type="button" className="press" onClick={onClose}>
            {t('templateDialog.notNow')}
          </button>
        </div>
      </form>
    </Dialog>
  );
}

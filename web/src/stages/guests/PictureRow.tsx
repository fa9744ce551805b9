import type { TFunction } from 'i18next';
import { useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { PictureView } from '../../api/client';
import { TextField } from '../../parts/TextField';
import { ownHeaders } from '../../api/me';

interface Props {
  layout: string;
  pictures: readonly PictureView[];
  /** Where a picture is read from and written to. */
  address: string;
  /** Told when something has changed. */
  onChange: () => Promise<unknown>;
  /** Whether every picture says its name as well. */
  large?: boolean;
}

const problem = async (t: TFunction, response: Response) => {
  const body = (await response.json().catch(() => null)) as { detail?: string; title?: string } | null;
  return body?.detail ?? body?.title ?? t('trouble.answered', { status: response.status });
};

/** Photos given as files: small pictures with the size each is printed at, and a way to add more. */
export function PictureRow({ layout, pictures, address, onChange, large = false }: Props) {
  const { t } = useTranslation();
  const file = useRef<HTMLInputElement>(null);
  const [sending, setSending] = useState(0);
  const [troubles, setTroubles] = useState<string[]>([]);
  const own = pictures.filter((p) => p.layout === layout);

  const ask = async (path: string, init: RequestInit) => {
    try {
      const response = await fetch(`${address}/pictures${path}`, {
        ...init,
        headers: { ...(init.headers as Record<string, string>), ...(await ownHeaders(true)) },
      });
      return response.ok ? null : await problem(t, response);
    } catch {
      return t('pictureRow.silent');
    }
  };
  const run = async (works: (() => Promise<string | null>)[]) => {
    setTroubles([]);
    const found: string[] = [];
    for (const [i, work] of works.entries()) {
      setSending(works.length - i);
      const trouble = await work();
      if (trouble) found.push(trouble);
    }
    setSending(0);
    setTroubles(found);
    await onChange();
  };
  const add = (files: readonly File[]) =>
    run(
      files.map(
        (f) => () =>
          ask(`?layout=${encodeURIComponent(layout)}&name=${encodeURIComponent(f.name)}`, {
            method: 'POST',
            body: f,
            headers: { 'Content-Type': 'application/octet-stream' },
          }),
      ),
    );

  return (
    <div className="pt-1 text-[15px]">
      <ul className="flex flex-wrap items-end gap-3">
        {own.map((p) => (
          <li key={p.id} className={large ? 'w-36' : 'w-28'}>
            <img
              src={`${address}/pictures/${p.id}`}
              alt={p.name}
              title={t('pictureRow.xPixels', { p: p.name, pixelWidth: p.pixelWidth, pixelHeight: p.pixelHeight })}
              className={`${large ? 'max-h-36' : 'max-h-20'} max-w-full border border-line`}
            />
            <TextField
              label={t('pictureRow.whatIsSaidOf', { p: p.name })}
              value={p.said}
              className="-ml-1 w-full"
              onChange={(said) =>
                void run([
                  () =>
                    ask(`/${p.id}`, {
                      method: 'PUT',
                      body: JSON.stringify({ said }),
                      headers: { 'Content-Type': 'application/json', 'If-Match': `"${p.version}"` },
                    }),
                ])
              }
            />
            <button
              type="button"
              className="quiet -ml-1 text-[13px]"
              aria-label={t('pictureRow.remove', { p: p.name })}
              onClick={() => void run([() => ask(`/${p.id}`, { method: 'DELETE', headers: { 'If-Match': `"${p.version}"` } })])}
            >
              {t('pictureRow.remove2')}
            </button>
          </li>
        ))}
        <li>
          <input
            ref={file}
            type="file"
            multiple
            accept="image/jpeg,image/png,image/webp"
            aria-label={t('pictureRow.pictureFilesFor', { layout })}
            className="hidden"
            onChange={(event) => {
              const files = [...(event.currentTarget.files ?? [])];
              event.currentTarget.value = '';
              if (files.length) void add(files);
            }}
          />
          <button
            type="button"
            className={large ? 'press' : 'quiet'}
            disabled={sending > 0}
            onClick={() => file.current?.click()}
          >
            {sending > 0
              ? t('pictureRow.readingToGo', { sending })
              : large
                ? t('pictureRow.addPhotosFromThis')
                : t('pictureRow.pictureFiles')}
          </button>
        </li>
      </ul>
      {troubles.map((says) => (
        <p key={says} role="alert" className="pt-1 text-rust">
          {says}
        </p>
      ))}
    </div>
  );
}

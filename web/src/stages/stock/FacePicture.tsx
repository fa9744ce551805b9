import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { useTranslation } from 'react-i18next';
import { api, unwrap, type Face, type Paper } from '../../api/client';
import { KeptPicture } from './KeptPicture';

interface Props {
  label: string;
  paper: Paper;
  face: Face;
  name: 'A' | 'B';
  onChange: (face: Face) => void;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Takes a face's colours, its print and the size of its motif from a picture of the sheet; a proposal, corrected by hand beside it. */
export function FacePicture({ label, paper, face, name, onChange }: Props) {
  const { t } = useTranslation();
  const file = useRef<HTMLInputElement>(null);
  const read = useMutation({
    mutationFn: async ({ picture, balance }: { picture: File; balance: boolean }) =>
      unwrap(
        await api.POST('/api/compute/colours', {
          params: { query: { width: paper.size.width, height: paper.size.height, balance } },
          body: picture as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': picture.type || 'application/octet-stream' },
        }),
      ),
    onSuccess: (look) => {
      const [ground, ink] = look.colours;
      if (!ground) return;
      const isSolid = look.print === 'solid';
      onChange({
        ...face,
        colour: ground.colour,
        print: look.print,
        ink: isSolid ? undefined : (ink?.colour ?? face.ink),
        direction: isSolid ? 'free' : look.print === 'stripe' ? 'half-turn' : (face.direction ?? 'free'),
        motif: isSolid || look.print === 'stripe' || look.print === 'plaid' ? undefined : (look.motif ?? undefined),
        motifs: look.motifs ?? [],
        colours: isSolid ? [] : look.colours.slice(1, 7),
      });
    },
  });
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        aria-label={t('face.pictureOf', { label })}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const picture = event.currentTarget.files?.[0];
          if (picture) read.mutate({ picture, balance: false });
          event.currentTarget.value = '';
        }}
      />
      <button type="button" className="quiet" disabled={read.isPending} onClick={() => file.current?.click()}>
        {t(read.isPending ? 'face.looking' : 'face.fromPicture')}
      </button>
      {read.data && (
        <span role="status" className="basis-full text-[14px] text-soft">
          {t('face.looksLike', {
            print: t(`face.print.${read.data.print}`),
            colours: read.data.colours.map((c) => `${c.colour} ${percent(c.share)}`).join(', '),
          })}{' '}
          {read.data.balance && t(`face.light.${read.data.balance}`)} {t('face.correct')}{' '}
          <button
            type="button"
            className="quiet"
            disabled={read.isPending}
            onClick={() => read.mutate({ picture: read.variables.picture, balance: !read.variables.balance })}
          >
            {t(read.variables.balance ? 'face.leaveLight' : 'face.takeCast')}
          </button>
        </span>
      )}
      <KeptPicture label={label} paper={paper.id} face={name} taken={read.data ? read.variables.picture : undefined} />
      {read.error && (
        <span role="alert" className="basis-full text-[14px] text-rust">
          {read.error.message}
        </span>
      )}
    </>
  );
}

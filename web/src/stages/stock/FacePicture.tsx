import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { api, unwrap, type Face, type Paper } from '../../api/client';
import { KeptPicture } from './KeptPicture';

interface Props {
  label: string;
  paper: Paper;
  face: Face;
  name: 'A' | 'B';
  onChange: (face: Face) => void;
}

const balanced = {
  'grey-on-average': 'The light is taken for grey on average.',
  'white-border': 'The light is told by the white border.',
} as const;

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Takes a face's colours, its print and the size of its motif from a picture of the sheet; a proposal, corrected by hand beside it. */
export function FacePicture({ label, paper, face, name, onChange }: Props) {
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
      });
    },
  });
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        aria-label={`Picture of ${label}`}
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const picture = event.currentTarget.files?.[0];
          if (picture) read.mutate({ picture, balance: false });
          event.currentTarget.value = '';
        }}
      />
      <button type="button" className="quiet" disabled={read.isPending} onClick={() => file.current?.click()}>
        {read.isPending ? 'looking…' : 'from a picture'}
      </button>
      {read.data && (
        <span role="status" className="basis-full text-[14px] text-soft">
          Looks like {read.data.print}: {read.data.colours.map((c) => `${c.colour} ${percent(c.share)}`).join(', ')}.{' '}
          {read.data.balance && balanced[read.data.balance]} Correct it by hand where it is wrong.{' '}
          <button
            type="button"
            className="quiet"
            disabled={read.isPending}
            onClick={() => read.mutate({ picture: read.variables.picture, balance: !read.variables.balance })}
          >
            {read.variables.balance ? 'leave the light as it was' : 'take out the cast of the light'}
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

import { useTranslation } from 'react-i18next';
import type { Paper } from '../../api/client';
import { LeafHead } from '../../parts/Fold';
import { FaceSheet } from '../../parts/FaceSheet';
import { readable } from '../../parts/length';

interface Props {
  paper: Paper;
  takes: number;
  kits: number;
  used: readonly string[];
}

/** The chosen paper: both faces to one scale, the tear strip where it is, and what of it this kit takes. */
export function PaperPicture({ paper, takes, kits, used }: Props) {
  const { t } = useTranslation();
  return (
    <>
      <LeafHead>
        <h2 className="text-[28px] leading-8">{paper.name}</h2>
      </LeafHead>
      <p className="px-6 text-[15px] text-soft">
        {t('paperPicture.take', { count: kits })} {t('many.sheet', { count: takes })}
        {paper.onHand != null && ` ${t('paperPicture.ofOnHand', { n: paper.onHand })}`}
      </p>
      <div className="flex min-h-0 flex-1 flex-wrap content-center items-start justify-center gap-8 overflow-y-auto p-6">
        <FacePicture paper={paper} face="A" />
        {paper.faceB && <FacePicture paper={paper} face="B" />}
      </div>
      {used.length > 0 && (
        <p className="px-6 pb-6 text-[15px] text-soft">{t('paperPicture.cutFromIt', { value: used.join(', ') })}</p>
      )}
    </>
  );
}

function FacePicture({ paper, face }: { paper: Paper; face: 'A' | 'B' }) {
  const { t } = useTranslation();
  const shown = face === 'A' ? paper.faceA : paper.faceB;
  const strip = paper.tearStrip;
  const words = `${t(`face.print.${shown?.print ?? 'solid'}`)}, ${t(`face.direction.${shown?.direction ?? 'free'}`)}`;
  return (
    <figure className="w-[min(15rem,44%)]">
      <FaceSheet paper={paper} face={face} label={t('paperPicture.faceOf', { face, paper: paper.name, words })} />
      <figcaption className="mt-2 text-[15px] leading-5">
        <span className="font-semibold">{t('paperPicture.face', { face })}</span> · {words}
        <br />
        <span className="text-brass">
          {readable(paper.size.width)} x {readable(paper.size.height)}
        </span>
        {strip && (
          <span className="text-soft">
            {' '}
            {t(strip.extra ? 'paperPicture.tearMore' : 'paperPicture.tearOf', { width: readable(strip.width) })}
          </span>
        )}
      </figcaption>
    </figure>
  );
}

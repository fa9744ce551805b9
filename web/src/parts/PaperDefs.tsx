import { use } from 'react';
import type { Face, Paper } from '../api/client';
import { FacePictures } from './facePictures';
import { toInches } from './length';

/** Drawing units in one inch of a picture. */
export const unitsPerInch = 100;

/** The name of a face's pattern within one picture. */
export const patternId = (picture: string, paper: string, face: string) => `${picture}-${paper}-${face}`;

/** The patterns of all papers, for one picture. Sizes are in the picture's own units, so that prints stay to scale. A kept picture of a
 * sheet stands in place of its drawn print, where that is wished. */
export function PaperDefs({ picture, papers }: { picture: string; papers: readonly Paper[] }) {
  const kept = use(FacePictures);
  return (
    <defs>
      {papers.flatMap((paper) => {
        const faces: [string, Face | null | undefined][] = [
          ['A', paper.faceA],
          ['B', paper.faceB],
        ];
        return faces.map(([name, face]) => {
          const [id, photographed] = [patternId(picture, paper.id, name), kept(paper.id, name)];
          return photographed ? (
            <PicturePattern key={`${paper.id}-${name}`} id={id} size={paper.size} href={photographed} />
          ) : (
            <FacePattern key={`${paper.id}-${name}`} id={id} face={face ?? { colour: '#ffffff' }} />
          );
        });
      })}
    </defs>
  );
}

const side: Record<NonNullable<Face['print']>, number> = {
  solid: 1,
  stripe: 0.5,
  plaid: 1,
  dot: 0.5,
  floral: 1.2,
  figures: 1.4,
  lettering: 1.2,
};

function PicturePattern({ id, size, href }: { id: string; size: Paper['size']; href: string }) {
  const [width, height] = [toInches(size.width) * unitsPerInch, toInches(size.height) * unitsPerInch];
  return (
    <pattern id={id} width={width} height={height} patternUnits="userSpaceOnUse">
      <image href={href} width={width} height={height} preserveAspectRatio="none" />
    </pattern>
  );
}

function FacePattern({ id, face }: { id: string; face: Face }) {
  const print = face.print ?? 'solid';
  const size = (face.motif ? toInches(face.motif) * 1.5 : side[print]) * unitsPerInch;
  return (
    <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse">
      <rect width={size} height={size} fill={face.colour} />
      <g transform={`scale(${size / 100})`}>
        <Print print={print} ink={face.ink ?? face.colour} />
      </g>
    </pattern>
  );
}

// Each print is drawn in a square of 100 by 100.
function Print({ print, ink }: { print: NonNullable<Face['print']>; ink: string }) {
  switch (print) {
    case 'solid':
      return null;
    case 'stripe':
      return <rect x="0" y="0" width="38" height="100" fill={ink} opacity="0.75" />;
    case 'plaid':
      return (
        <g fill={ink}>
          <rect width="100" height="34" opacity="0.3" />
          <rect width="34" height="100" opacity="0.3" />
          <rect y="62" width="100" height="6" opacity="0.65" />
          <rect x="62" width="6" height="100" opacity="0.65" />
        </g>
      );
    case 'dot':
      return <circle cx="50" cy="50" r="17" fill={ink} opacity="0.85" />;
    case 'floral':
      return (
        <g fill={ink} opacity="0.75">
          {[0, 72, 144, 216, 288].map((turn) => (
            <ellipse key={turn} cx="34" cy="22" rx="8" ry="13" transform={`rotate(${turn} 34 36)`} />
          ))}
          <path d="M74 96c-4-18 0-30 8-40 2 16 0 28-8 40Zm2-6c8-10 14-12 20-12-2 8-10 14-20 12Z" />
        </g>
      );
    case 'figures':
      return (
        <g stroke={ink} fill="none" strokeWidth="4">
          <path d="M44 12 66 36 44 66 26 36Z" fill={ink} fillOpacity="0.35" />
          <path d="M44 12v54M26 36h40M44 66c-8 8 8 14 0 26" />
        </g>
      );
    case 'lettering':
      return (
        <g fill={ink} opacity="0.8">
          {[16, 48, 80].map((y, row) => (
            <g key={y} transform={`translate(${row * 9} ${y})`}>
              <rect x="6" width="20" height="7" />
              <rect x="32" width="9" height="7" />
              <rect x="47" width="28" height="7" />
            </g>
          ))}
        </g>
      );
  }
}

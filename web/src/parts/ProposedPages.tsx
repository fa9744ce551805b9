import { Radio, RadioGroup } from '@headlessui/react';
import { useTranslation } from 'react-i18next';
import type { Paper, Scene } from '../api/client';
import { ScenePicture } from './ScenePicture';

interface Props {
  pages: readonly { score: number; picture: Scene }[];
  papers: readonly Paper[];
  /** The place of the page that is looked at; none where it is none of these. */
  chosen: number | null;
  onChoose: (at: number) => void;
}

/** Pages that are proposed, beside one another, the best first. */
export function ProposedPages({ pages, papers, chosen, onChoose }: Props) {
  const { t } = useTranslation();
  return (
    <RadioGroup
      aria-label={t('sizes.proposed')}
      className="grid grid-cols-3 gap-2 pt-2 sm:grid-cols-6"
      value={chosen}
      onChange={(at: number | null) => at !== null && onChoose(at)}
    >
      {pages.map((page, i) => (
        <Radio
          key={i}
          value={i}
          aria-label={t('sizes.page', { n: i + 1, score: Math.round(page.score) })}
          className="cursor-pointer border-b-2 border-transparent pb-1 hover:border-line data-checked:border-velvet"
        >
          <ScenePicture scene={page.picture} papers={papers} labels={false} className="aspect-square w-full" />
        </Radio>
      ))}
    </RadioGroup>
  );
}

import { useMutation } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { api, ApiError, unwrap, type Kit, type Paper } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

interface Props {
  open: boolean;
  onClose: () => void;
  onMade: (slug: string) => void;
}

const blank = (name: string, unit: 'in' | 'mm', school: NonNullable<Kit['matting']['school']>, papers: Paper[]): Kit => ({
  name,
  unit,
  ruler: unit === 'in' ? '1/16 in' : '1 mm',
  matting: { school, reveal: unit === 'in' ? '1/8 in' : '3 mm' },
  stated: 'cut',
  kits: 1,
  papers,
  layouts: [],
});

// Cardstock that most pages lie on.
const offered = ['white', 'dark'] as const;

/** Asks for a new kit's name, its papers as they are said, its unit and how it mats photos. */
export function NewKit({ open, onClose, onMade }: Props) {
  const [name, setName] = useState('');
  const [unit, setUnit] = useState<'in' | 'mm'>('in');
  const [school, setSchool] = useState<'grow-mat' | 'trim-photo'>('grow-mat');
  const [papers, setPapers] = useState('');
  const { t } = useTranslation();
  const add = useMutation({
    // What is on hand of them becomes a movement of the ledger with the kit.
    mutationFn: async () => {
      const said = papers.trim() ? unwrap(await api.POST('/api/compute/papers', { body: { text: papers, unit } })) : [];
      return unwrap(await api.POST('/api/kits', { body: blank(name.trim() || t('newKit.unnamed'), unit, school, said) }));
    },
    onSuccess: (view) => onMade(view.slug),
  });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    add.mutate();
  };
  const offer = (line: string) => setPapers(papers.trim() ? `${papers.trimEnd()}\n${line}` : line);
  const faults = add.error instanceof ApiError ? Object.values(add.error.errors) : [];
  return (
    <Dialog open={open} title={t('newKitLeaf.aNewKit')} onClose={onClose}>
      <form onSubmit={make} className="grid grid-cols-[7rem_1fr] items-baseline gap-y-4">
        <label htmlFor="kit-name">{t('newKitLeaf.name')}</label>
        <input
          id="kit-name"
          className="field"
          value={name}
          maxLength={120}
          autoFocus
          placeholder={t('newKitLeaf.kiteWeekend')}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <label htmlFor="kit-papers">{t('newKit.papers')}</label>
        <span>
          <textarea
            id="kit-papers"
            className="field block h-28 w-full"
            value={papers}
            placeholder={t('newKit.example')}
            spellCheck={false}
            onChange={(e) => setPapers(e.currentTarget.value)}
          />
          <span className="flex flex-wrap items-baseline gap-x-3 pt-1 text-[14px] text-soft">
            {t('newKit.offer')}
            {offered.map((which) => (
              <button key={which} type="button" className="quiet" onClick={() => offer(t(`newKit.${which}`))}>
                {t(`newKit.${which}`)}
              </button>
            ))}
          </span>
        </span>
        <span>{t('newKitLeaf.measuredIn')}</span>
        <span className="flex gap-5">
          <Radio name="unit" checked={unit === 'in'} onPick={() => setUnit('in')} says={t('newKitLeaf.inchesTo')} />
          <Radio name="unit" checked={unit === 'mm'} onPick={() => setUnit('mm')} says={t('newKitLeaf.millimetres')} />
        </span>
        <span>{t('newKitLeaf.photos')}</span>
        <span className="flex flex-col gap-1">
          <Radio
            name="school"
            checked={school === 'grow-mat'}
            onPick={() => setSchool('grow-mat')}
            says={t('newKitLeaf.keepTheirSizeThe')}
          />
          <Radio
            name="school"
            checked={school === 'trim-photo'}
            onPick={() => setSchool('trim-photo')}
            says={t('newKitLeaf.areTrimmedTheMat')}
          />
        </span>
        <span />
        <span className="flex gap-3 pt-2">
          <button type="submit" className="press-first" disabled={add.isPending}>
            {t('newKitLeaf.startIt')}
          </button>
          <button type="button" className="press" onClick={onClose}>
            {t('newKitLeaf.notNow')}
          </button>
        </span>
        {add.error && (
          <p role="alert" className="col-span-2 text-rust">
            {faults.length > 0 ? faults.join(' ') : add.error.message}
          </p>
        )}
      </form>
    </Dialog>
  );
}

function Radio({ name, checked, onPick, says }: { name: string; checked: boolean; onPick: () => void; says: string }) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="radio" name={name} className="accent-velvet" checked={checked} onChange={onPick} />
      {says}
    </label>
  );
}

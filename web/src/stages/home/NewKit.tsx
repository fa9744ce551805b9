import { useMutation } from '@tanstack/react-query';
import { useState, type SubmitEvent } from 'react';
import { api, unwrap, type Kit } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

interface Props {
  open: boolean;
  onClose: () => void;
  onMade: (slug: string) => void;
}

const blank = (name: string, unit: 'in' | 'mm', school: NonNullable<Kit['matting']['school']>): Kit => ({
  name,
  unit,
  ruler: unit === 'in' ? '1/16 in' : '1 mm',
  matting: { school, reveal: unit === 'in' ? '1/8 in' : '3 mm' },
  stated: 'cut',
  kits: 1,
  papers: [],
  layouts: [],
});

/** Asks for a new kit's name, its unit and how it mats photos. */
export function NewKit({ open, onClose, onMade }: Props) {
  const [name, setName] = useState('');
  const [unit, setUnit] = useState<'in' | 'mm'>('in');
  const [school, setSchool] = useState<'grow-mat' | 'trim-photo'>('grow-mat');
  const add = useMutation({
    mutationFn: async (kit: Kit) => unwrap(await api.POST('/api/kits', { body: kit })),
    onSuccess: (view) => onMade(view.slug),
  });
  const make = (event: SubmitEvent<HTMLFormElement>) => {
    event.preventDefault();
    add.mutate(blank(name.trim() || 'New kit', unit, school));
  };
  return (
    <Dialog open={open} title="A new kit" onClose={onClose}>
      <form onSubmit={make} className="grid grid-cols-[7rem_1fr] items-baseline gap-y-4">
        <label htmlFor="kit-name">Name</label>
        <input
          id="kit-name"
          className="field"
          value={name}
          maxLength={120}
          autoFocus
          placeholder="Kite weekend"
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <span>Measured in</span>
        <span className="flex gap-5">
          <Radio name="unit" checked={unit === 'in'} onPick={() => setUnit('in')} says="inches, to 1/16" />
          <Radio name="unit" checked={unit === 'mm'} onPick={() => setUnit('mm')} says="millimetres" />
        </span>
        <span>Photos</span>
        <span className="flex flex-col gap-1">
          <Radio
            name="school"
            checked={school === 'grow-mat'}
            onPick={() => setSchool('grow-mat')}
            says="keep their size; the mat grows round them"
          />
          <Radio
            name="school"
            checked={school === 'trim-photo'}
            onPick={() => setSchool('trim-photo')}
            says="are trimmed; the mat keeps the photo’s size"
          />
        </span>
        <span />
        <span className="flex gap-3 pt-2">
          <button type="submit" className="press-first" disabled={add.isPending}>
            Start it
          </button>
          <button type="button" className="press" onClick={onClose}>
            Not now
          </button>
        </span>
        {add.error && (
          <p role="alert" className="col-span-2 text-rust">
            {add.error.message}
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

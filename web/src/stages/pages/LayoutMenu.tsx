import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { api, unwrap, type Layout } from '../../api/client';
import { useKit } from '../../parts/kitContext';
import { ReadOut } from './ReadOut';
import { Variants } from './Variants';

type Deed = 'mirror' | 'duplicate' | 'to-spread' | 'to-pages';

/** What can be done with the whole layout. All of it can be undone. */
export function LayoutMenu({ layout }: { layout: Layout }) {
  const { t } = useTranslation();
  const { kit, slug, change } = useKit();
  const [reading, setReading] = useState(false);
  const [comparing, setComparing] = useState(false);
  const navigate = useNavigate();
  const work = useMutation({
    mutationFn: async (deed: Deed) =>
      unwrap(await api.POST('/api/compute/layouts', { body: { kit, layout: layout.id, do: deed } })),
    onSuccess: (answer) => {
      change(answer.kit);
      void navigate(`/kits/${slug}/pages/${answer.layout}`);
    },
  });
  const items: [string, () => void][] = [
    [t('layout.mirror'), () => work.mutate('mirror')],
    [t('layout.copy'), () => work.mutate('duplicate')],
    layout.kind === 'spread'
      ? [t('layout.toPages'), () => work.mutate('to-pages')]
      : [t('layout.toSpread'), () => work.mutate('to-spread')],
    [t('pages.variants'), () => setComparing(true)],
    [t('layout.readOut'), () => setReading(true)],
    [
      t('layout.remove', { layout: layout.id }),
      () => change({ ...kit, layouts: (kit.layouts ?? []).filter((l) => l.id !== layout.id) }),
    ],
  ];
  return (
    <>
      <Menu>
        <MenuButton className="press">{t('layout.this')}</MenuButton>
        <MenuItems
          anchor={{ to: 'bottom end', gap: 6 }}
          className="z-30 border border-line bg-chalk py-1 shadow-[0_8px_24px_rgb(0_0_0/0.14)] focus:outline-none"
        >
          {items.map(([name, does]) => (
            <MenuItem key={name}>
              <button
                type="button"
                className="block w-full px-4 py-1 text-left text-[15px] data-focus:bg-lit data-focus:text-velvet"
                onClick={does}
              >
                {name}
              </button>
            </MenuItem>
          ))}
        </MenuItems>
      </Menu>
      {comparing && <Variants layout={layout} onClose={() => setComparing(false)} />}
      {reading && <ReadOut layoutId={layout.id} onClose={() => setReading(false)} />}
    </>
  );
}

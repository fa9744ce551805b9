import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, NavLink, useLocation } from 'react-router';
import type { Kit, KitAnswer } from '../api/client';
import { locale, switchLanguage } from '../words/words';
import { currentLight, switchLight } from './light';
import type { SaveState } from './saving/kitSaver';
import type { Live } from './useLive';
import { mayDesign, useMe } from './useMe';

interface Stage {
  path: 'stock' | 'pages' | 'cuts' | 'guide' | 'guests' | 'packing' | 'day' | 'ledger';
  /** Why the stage needs a look, where it does. */
  look?: { why: 'stock' | 'pages' | 'cuts'; when: (answer: KitAnswer) => boolean };
  /** Whether somebody who changes no kit works there. */
  helps?: true;
}

const faults = (answer: KitAnswer) => answer.layouts.flatMap((l) => l.findings).filter((f) => f.gravity === 'fault').length;

// What keeps a piece from being cut at all; other faults of a page are told at Pages.
const isUncut = ({ code }: { code: string }) => ['larger-than-sheet', 'no-paper', 'unknown-paper'].includes(code);

/** The stages in working order. */
const stages: readonly Stage[] = [
  { path: 'stock', look: { why: 'stock', when: (a) => a.stockFindings.length > 0 } },
  { path: 'pages', look: { why: 'pages', when: (a) => faults(a) > 0 } },
  { path: 'cuts', look: { why: 'cuts', when: (a) => a.layouts.some((l) => l.findings.some(isUncut)) }, helps: true },
  { path: 'guide', helps: true },
  { path: 'guests' },
  { path: 'packing', helps: true },
  { path: 'day', helps: true },
  { path: 'ledger' },
];

/** The stages somebody works at; all of them until it is known who it is. */
export function useStages() {
  const me = useMe();
  return me && !mayDesign(me) ? stages.filter((stage) => stage.helps) : stages;
}

const saying = {
  saved: 'saved',
  waiting: 'saving',
  saving: 'saving',
  failed: 'failed',
  conflict: 'failed',
} as const satisfies Record<SaveState, string>;

interface Props {
  slug: string;
  kit: Kit;
  answer: KitAnswer | null;
  state: SaveState;
  trouble: string | null;
  live: Live;
  onRetry: () => void;
  /** Takes the last change back; null where there is none. */
  onUndo: (() => void) | null;
  onRedo: (() => void) | null;
  onSettings: () => void;
  onHistory: () => void;
  onKeys: () => void;
}

/** The slim spine: the kit at hand at its head, then the stages in working order. */
export function Spine({
  slug,
  kit,
  answer,
  state,
  trouble,
  live,
  onRetry,
  onUndo,
  onRedo,
  onSettings,
  onHistory,
  onKeys,
}: Props) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [light, setLight] = useState(currentLight);
  const own = useStages();
  // On a phone the stages are a menu: the one at hand stands there, the others come by a press.
  const [open, setOpen] = useState(false);
  const { pathname } = useLocation();
  const here = own.find((stage) => pathname.startsWith(`/kits/${slug}/${stage.path}`));
  return (
    <nav
      aria-label={t('stages.label')}
      className="no-print flex shrink-0 items-center gap-1 border-line bg-linen px-3 py-2 max-md:flex-wrap max-md:border-b md:w-26 md:flex-col md:items-stretch md:border-r md:px-0 md:py-5"
    >
      <Link
        to="/"
        title={t('stages.all')}
        className="shrink-0 px-2 max-md:flex max-md:min-h-11 max-md:items-center md:mb-4 md:px-4"
      >
        <img src="/favicon.svg" alt={t('stages.all')} className="size-6" />
        <span className="mt-2 line-clamp-3 font-serif text-[15px] leading-5 font-medium max-md:sr-only">{kit.name}</span>
      </Link>
      <button
        type="button"
        aria-expanded={open}
        className="min-h-11 px-3 text-[17px] font-semibold text-velvet md:hidden"
        onClick={() => setOpen(!open)}
      >
        {here ? t(`stages.${here.path}`) : t('stages.label')} <span aria-hidden>{open ? '▴' : '▾'}</span>
      </button>
      {own.map((stage, i) => {
        const name = t(`stages.${stage.path}`);
        const look = answer && stage.look?.when(answer) ? t(`stages.look.${stage.look.why}`) : null;
        return (
          <NavLink
            key={stage.path}
            to={`/kits/${slug}/${stage.path}`}
            title={`${name} (Alt+${i + 1})${look ? `: ${look}` : ''}`}
            onClick={() => setOpen(false)}
            className={({ isActive }) =>
              `flex items-center gap-2 px-3 py-1.5 text-[15px] max-md:order-last max-md:min-h-11 max-md:basis-[30%] max-md:border-b-2 md:border-l-3 md:px-4 ${open ? '' : 'max-md:hidden'} ${isActive ? 'border-velvet font-semibold text-velvet' : 'border-transparent text-ink hover:text-velvet'}`
            }
          >
            {name}
            {look && <span role="img" aria-label={look} className="size-1.5 rounded-full bg-rust" />}
          </NavLink>
        );
      })}
      <div
        className={`ml-auto flex items-center gap-3 max-md:flex-wrap md:mt-auto ${open ? 'max-md:order-last max-md:ml-0 max-md:basis-full' : 'max-md:[&>button]:hidden'} md:ml-0 md:flex-col md:items-start md:gap-1 md:px-4`}
      >
        <span
          role="status"
          className={`text-[13px] leading-4 whitespace-nowrap ${trouble || state === 'conflict' ? 'text-rust' : 'text-soft'}`}
          title={trouble ?? undefined}
        >
          {t(`saving.${saying[state]}`)}
        </span>
        <Others live={live} />
        {state === 'failed' && (
          <button type="button" className="quiet -ml-1 text-[13px]" onClick={onRetry}>
            {t('saving.again')}
          </button>
        )}
        {[
          ['undo', 'Ctrl+Z', onUndo] as const,
          ['redo', 'Ctrl+Shift+Z', onRedo] as const,
          ['history', 'H', onHistory] as const,
          ['kit', 'K', onSettings] as const,
        ].map(([name, key, does]) => (
          <button
            key={name}
            type="button"
            title={key}
            className="quiet -ml-1 text-[13px] disabled:opacity-40"
            disabled={!does}
            onClick={() => does?.()}
          >
            {t(`spine.${name}`)}
          </button>
        ))}
        <button type="button" className="quiet -ml-1 text-[13px]" onClick={onKeys}>
          {t('spine.keys')}
        </button>
        <button type="button" className="quiet -ml-1 text-[13px]" onClick={() => setLight(switchLight())}>
          {t(light === 'day' ? 'spine.dusk' : 'spine.day')}
        </button>
        <button type="button" className="quiet -ml-1 text-[13px]" onClick={() => void switchLanguage(queries)}>
          {t('language.switch')}
        </button>
      </div>
    </nav>
  );
}

/** Who else is here, and what they saved last. */
function Others({ live: { others, saved } }: { live: Live }) {
  const { t } = useTranslation();
  const names = [...new Set(others.filter((name) => name !== null))];
  const when = saved?.at.toLocaleTimeString(locale(), { hour: '2-digit', minute: '2-digit' });
  if (others.length === 0 && !saved) return null;
  return (
    <span className="text-[13px] leading-4 text-soft" aria-live="polite">
      {others.length > 0 && (
        <span className="block">
          {names.length > 0 ? t('live.here', { names: names.join(', ') }) : t('live.hereUnnamed', { count: others.length })}
        </span>
      )}
      {saved && (
        <span className="block">{saved.by ? t('live.saved', { who: saved.by, when }) : t('live.savedUnnamed', { when })}</span>
      )}
    </span>
  );
}

import { createBrowserRouter, redirect, type LoaderFunctionArgs } from 'react-router';
import { ErrorLeaf } from './parts/ErrorLeaf';
import { Home } from './stages/home/Home';
import { KitFrame } from './stages/KitFrame';

const stage = <Name extends string>(load: () => Promise<Record<Name, React.ComponentType>>, name: Name) => ({
  lazy: async () => ({ Component: (await load())[name] }),
});

export const router = createBrowserRouter([
  {
    ErrorBoundary: ErrorLeaf,
    HydrateFallback: () => null,
    children: [
      { path: '/', Component: Home },
      {
        path: '/kits/:slug',
        Component: KitFrame,
        children: [
          { index: true, loader: ({ params }: LoaderFunctionArgs) => redirect(`/kits/${params.slug ?? ''}/pages`) },
          { path: 'stock', ...stage(() => import('./stages/stock/Stock'), 'Stock') },
          { path: 'pages/:layout?', ...stage(() => import('./stages/pages/Pages'), 'Pages') },
          { path: 'cuts', ...stage(() => import('./stages/cuts/Cuts'), 'Cuts') },
          { path: 'guide', ...stage(() => import('./stages/guide/GuideStage'), 'GuideStage') },
          { path: 'guests/:guest?', ...stage(() => import('./stages/guests/Guests'), 'Guests') },
          { path: 'packing/:view?/:bag?', ...stage(() => import('./stages/packing/Packing'), 'Packing') },
          { path: 'day', ...stage(() => import('./stages/day/Day'), 'Day') },
          { path: 'ledger', ...stage(() => import('./stages/ledger/Ledger'), 'Ledger') },
        ],
      },
      { path: '/invite/:secret', ...stage(() => import('./stages/guests/Invite'), 'Invite') },
      { path: '/sign-in', ...stage(() => import('./stages/people/SignIn'), 'SignIn') },
      { path: '/welcome/:secret', ...stage(() => import('./stages/people/Welcome'), 'Welcome') },
      { path: '/people', ...stage(() => import('./stages/people/People'), 'People') },
      { path: '/privacy', ...stage(() => import('./stages/people/Privacy'), 'Privacy') },
      { path: '/me', ...stage(() => import('./stages/people/Mine'), 'Mine') },
      { path: '/first-page', ...stage(() => import('./stages/home/FirstPage'), 'FirstPage') },
      { path: '/plotter', ...stage(() => import('./stages/plotter/Plotter'), 'Plotter') },
      { path: '/still', ...stage(() => import('./stages/home/StillMade'), 'StillMade') },
      { path: '/outbox/:id?', ...stage(() => import('./stages/guests/Outbox'), 'Outbox') },
      { path: '/kits/:slug/bench', ...stage(() => import('./stages/bench/Bench'), 'Bench') },
      { path: '/workshops/:workshop/lead', ...stage(() => import('./stages/day/Lead'), 'Lead') },
      { path: '/workshops/:workshop/print/day', ...stage(() => import('./stages/day/RunSheet'), 'RunSheet') },
      { path: '/kits/:slug/print/cuts', ...stage(() => import('./stages/print/PrintCuts'), 'PrintCuts') },
      { path: '*', Component: ErrorLeaf },
    ],
  },
]);

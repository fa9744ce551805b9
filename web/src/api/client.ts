import i18next from 'i18next';
import createClient from 'openapi-fetch';
import { ownHeaders, toTheDoor } from './me';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Kit = Schemas['Kit'];
export type KitView = Schemas['KitView'];
export type KitOnShelf = Schemas['KitOnShelf'];
export type KitAnswer = Schemas['KitAnswer'];
export type GuestAnswer = Schemas['GuestAnswer'];
export type GuestView = Schemas['GuestView'];
export type LayoutWords = Schemas['LayoutWords'];
export type Layout = Schemas['Layout'];
export type Piece = Schemas['Piece'];
export type PieceKind = Schemas['PieceKind'];
export type PieceAnswer = Schemas['PieceAnswer'];
export type LayoutAnswer = Schemas['LayoutAnswer'];
export type AxisRule = Schemas['AxisRule'];
export type Edge = Schemas['Edge'];
export type Paper = Schemas['Paper'];
export type PartSheet = Schemas['PartSheet'];
export type PartKind = Schemas['PartKind'];
export type Arrangement = Schemas['Arrangement'];
export type KitStock = Schemas['KitStockView'];
export type ChosenPlan = NonNullable<Kit['chosenPlans']>[number];
export type StockElsewhere = Schemas['StockElsewhere'];
export type Face = Schemas['Face'];
export type Mat = Schemas['Mat'];
export type Scene = Schemas['Scene'];
export type Mark = Scene['marks'][number];
export type Finding = Schemas['Finding'];
export type Step = Schemas['Step'];
export type PlanAnswer = Schemas['PlanAnswer'];
export type OpeningChange = Schemas['OpeningChange'];
export type Difference = Schemas['Difference'];
export type StoredWorkshop = Schemas['StoredWorkshop'];
export type WorkshopEntry = Schemas['WorkshopEntry'];
export type PictureView = Schemas['PictureView'];
export type InvitationView = Schemas['InvitationView'];
export type Fit = Schemas['Fit'];
export type FitView = Schemas['FitView'];
export type StandingView = Schemas['StandingView'];
export type Filling = Schemas['Filling'];
export type BagPaper = Schemas['BagPaper'];
export type CountsAnswer = Schemas['CountsAnswer'];
export type BagLine = Schemas['BagLine'];
export type BagView = Schemas['BagView'];
export type SpoiledView = Schemas['SpoiledView'];
export type ScanAnswer = Schemas['ScanAnswer'];
export type SpareOf = Schemas['SpareOf'];
export type NamedSize = Schemas['NamedSize'];
export type DayView = Schemas['DayView'];
export type DayEntry = Schemas['DayEntry'];
export type DayPlan = Schemas['DayPlan'];
export type DayAgenda = Schemas['DayAgenda'];
export type DayRehearsed = Schemas['DayRehearsed'];
export type GuestSeat = Schemas['GuestSeat'];

/** What went wrong, in the words of the server. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: Record<string, string> = {},
  ) {
    super(message);
  }
}

export const api = createClient<paths>({ baseUrl: '' });

// The server speaks the language of the screen, whatever the browser prefers.
api.use({
  async onRequest({ request }) {
    const own = await ownHeaders(request.method !== 'GET');
    for (const [name, value] of Object.entries(own)) request.headers.set(name, value);
    return request;
  },
  onResponse({ response }) {
    if (response.status === 401) toTheDoor();
    return undefined;
  },
});

interface Answer {
  data?: unknown;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or an ApiError with the server's sentence. */
export function unwrap<T extends Answer>(answer: T): NonNullable<T['data']> {
  if (answer.response.ok) return answer.data as NonNullable<T['data']>;
  const problem = (typeof answer.error === 'object' ? answer.error : null) as {
    detail?: string;
    title?: string;
    errors?: Record<string, string>;
  } | null;
  throw new ApiError(
    answer.response.status,
    problem?.detail ?? problem?.title ?? i18next.t('trouble.answered', { status: answer.response.status }),
    problem?.errors,
  );
}

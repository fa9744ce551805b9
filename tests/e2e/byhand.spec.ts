import { expect, test, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { freshKit, saved } from './studio';

interface Box {
  x: string;
  y: string;
  width: string;
  height: string;
}

interface Mat {
  paper: string;
  face: string;
  reveal: string;
}

interface Piece {
  id: string;
  name?: string;
  kind: string;
  side: string;
  size: { width: string; height: string };
  paper?: string;
  face: string;
  opening?: { mats: Mat[]; focal: boolean };
}

interface Kit {
  papers: { id: string; name: string }[];
  layouts: { id: string; kind: string; pieces: Piece[]; arrangements?: unknown[] }[];
}

const kitOf = async (request: APIRequestContext, slug: string) =>
  ((await (await request.get(`/api/kits/${slug}/file`)).json()) as { kit: Kit }).kit;

const inches = (length: string) => {
  const parts = length.replace(' in', '').split(' ');
  return parts.reduce(
    (sum, part) =>
      sum +
      part
        .split('/')
        .map(Number)
        .reduce((a, b) => a / b),
    0,
  );
};

// Where every piece of the first layout lies, and what its photo's mats are: what two ways of making a page must agree in.
const laid = async (request: APIRequestContext, kit: Kit) => {
  const answer = await request.post('/api/compute/kit', { data: { kit } });
  const [first] = ((await answer.json()) as { layouts: { pieces: { id: string; placed: { box: Box } }[] }[] }).layouts;
  return new Map(first?.pieces.map((p) => [p.id, p.placed.box]));
};

/** What does everything: a mouse, or a finger. It counts its presses: a click or a tap, a value typed and entered, a piece moved. */
interface Hand {
  presses: number;
  press: (what: Locator) => Promise<void>;
  type: (where: Locator, text: string) => Promise<void>;
  move: (from: { x: number; y: number }, to: { x: number; y: number }) => Promise<void>;
}

const mouse = (page: Page): Hand => ({
  presses: 0,
  async press(what) {
    this.presses++;
    await what.click();
  },
  async type(where, text) {
    this.presses++;
    await where.fill(text);
    await where.press('Enter');
  },
  async move(from, to) {
    this.presses++;
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await page.mouse.up();
  },
});

// Its numbers come from the keypad, key by key; a name from the machine's own keyboard.
const finger = async (page: Page): Promise<Hand> => {
  const touch = await page.context().newCDPSession(page);
  const keypad = page.getByRole('group', { name: 'Numbers and fractions' });
  const to = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [at] : [] });
  return {
    presses: 0,
    async press(what) {
      this.presses++;
      await what.tap();
    },
    async type(where, text) {
      this.presses++;
      if (/[a-z]{2}/i.test(text)) {
        await where.fill(text);
        await where.press('Enter');
        return;
      }
      await expect(keypad).toBeVisible();
      for (const key of text.replaceAll(/ (?=[½¼¾⅛⅜⅝⅞])/g, ''))
        await keypad.getByRole('button', { name: key === 'x' ? 'by' : key === ' ' ? 'Space' : key, exact: true }).tap();
      await keypad.getByRole('button', { name: 'Done' }).tap();
      await expect(keypad).toBeHidden();
    },
    async move(from, at) {
      this.presses++;
      await to('touchStart', from);
      for (const share of [0.3, 0.7, 1])
        await to('touchMove', { x: from.x + (at.x - from.x) * share, y: from.y + (at.y - from.y) * share });
      await to('touchEnd');
    },
  };
};

const fractions: Record<string, string> = { '1/2': '½', '1/4': '¼', '3/4': '¾', '1/8': '⅛' };
const typed = (length: string) =>
  length.replace(' in', '').replace(/ ?(1\/2|1\/4|3\/4|1\/8)/, (_, f: string) => fractions[f] ?? f);

// Nineteen pieces, each waited for until it is on the shelf.
test.describe.configure({ timeout: 400_000 });

/** Builds the first spread of a kit on an empty one with the same papers, every piece let go a little beside its place. */
async function build(page: Page, request: APIRequestContext, hand: Hand) {
  const slug = await freshKit(request, 'kite-weekend', (text) => {
    const file = JSON.parse(text) as { kit: Kit };
    file.kit.layouts = file.kit.layouts.slice(0, 1);
    for (const layout of file.kit.layouts) Object.assign(layout, { pieces: [], arrangements: [], accepted: [], variants: [] });
    Object.assign(file, { counts: undefined, stock: undefined });
    return JSON.stringify(file);
  });
  const model = await kitOf(request, 'kite-weekend');
  const places = await laid(request, model);
  const [spread] = model.layouts;
  if (!spread) throw new Error('The demo has no layout.');
  await page.goto(`/kits/${slug}/pages`);
  const faces = new Map(model.papers.map((p) => [p.id, p.name]));
  const swatch = async (group: string, paper: string, face: string) => {
    const radios = page.getByRole('radiogroup', { name: group, exact: true }).getByRole('radio');
    await expect(radios.first()).toBeVisible();
    const names = await radios.evaluateAll((all) => all.map((r) => r.getAttribute('aria-label') ?? ''));
    const own = names.flatMap((name, at) => (name.startsWith(faces.get(paper) ?? '?') ? [at] : []));
    const radio = radios.nth(own[face === 'B' ? 1 : 0] ?? -1);
    if ((await radio.getAttribute('aria-checked')) !== 'true') await hand.press(radio);
  };
  const spot = async (label: string) => {
    const box = await page.locator(`[data-piece="${label}"]`).first().boundingBox();
    if (!box) throw new Error(`${label} is not drawn.`);
    return box;
  };
  const made = new Map<string, string>();

  const add = async (piece: Piece) => {
    await hand.press(page.getByRole('button', { name: 'New piece' }));
    const item = `${piece.kind} on the ${piece.side} page`;
    await hand.press(page.getByRole('menuitem', { name: item, exact: true }));
    const width = page.getByRole('textbox', { name: /^Width of L1-/ }).and(page.locator(':focus'));
    await expect(width).toBeVisible();
    const label = ((await width.getAttribute('aria-label')) ?? '').replace('Width of ', '');
    made.set(piece.id, label);
    const height = page.getByLabel(`Height of ${label}`);
    const size = [typed(piece.size.width), typed(piece.size.height)] as const;
    const now = [await width.inputValue(), await height.inputValue()];
    if (now[0] !== size[0] || now[1] !== size[1]) {
      await hand.type(width, `${size[0]} x ${size[1]}`);
      await expect(height).toHaveValue(size[1]);
    } else if (await page.getByRole('group', { name: 'Numbers and fractions' }).isVisible()) await page.keyboard.press('Escape');
    if (piece.paper) await swatch(`Paper of ${label}`, piece.paper, piece.face);
    for (const [at, mat] of (piece.opening?.mats ?? []).entries()) {
      const several = (piece.opening?.mats ?? []).length > 1;
      if (at > 0) await hand.press(page.getByRole('button', { name: 'Another mat under it' }));
      const which = several && at > 0 ? `mat ${at + 1} of ${label}` : `mat of ${label}`;
      await swatch(`Paper of ${which}`, mat.paper, mat.face);
      const reveal = page.getByLabel(`How much shows of ${which}`, { exact: true });
      if ((await reveal.inputValue()) !== typed(mat.reveal)) {
        await hand.press(reveal);
        await hand.type(reveal, typed(mat.reveal));
        await expect(reveal).toHaveValue(typed(mat.reveal).replace('1/16', '¹⁄₁₆'));
      }
    }
    if (piece.opening?.focal) await hand.press(page.getByLabel('the one the eye should meet first'));
    if (piece.name) {
      const name = page.getByLabel(`Name of ${label}`);
      await hand.press(name);
      await hand.type(name, piece.name);
    }
    await place(piece, label);
    return label;
  };

  const place = async (piece: Piece, label: string) => {
    const box = places.get(piece.id);
    if (!box) throw new Error(`${piece.id} has no place.`);
    const here = async () => (await laid(request, await saidKit(slug))).get(label.slice(3));
    await saved(page);
    const now = await here();
    if (now?.x === box.x && now.y === box.y) return;
    const base = await spot(made.get('A1') ?? '');
    const scale = base.width / 12;
    const own = await spot(label);
    const from = { x: own.x + own.width / 2, y: own.y + own.height / 2 };
    // A pixel off, as a hand is that watches what the screen says.
    const by = { x: (inches(box.x) - inches(now?.x ?? '0')) * scale + 1, y: (inches(box.y) - inches(now?.y ?? '0')) * scale - 1 };
    await Promise.all([
      page.waitForResponse((r) => r.url().endsWith('/api/compute/kit')),
      hand.move(from, { x: from.x + by.x, y: from.y + by.y }),
    ]);
    await saved(page);
    expect(await here(), `${piece.id}, ${label}`).toMatchObject({ x: box.x, y: box.y });
  };

  const saidKit = (of: string) => kitOf(request, of);
  const facing = async (piece: string, copy: string) => {
    await hand.press(page.getByRole('button', { name: 'Once more on the facing page' }));
    made.set(copy, made.get(piece) ?? '');
    await expect(page.locator('[aria-expanded="true"][data-row]')).not.toContainText((made.get(piece) ?? '').slice(3));
    const label = await page.locator('[aria-expanded="true"][data-row] span').first().innerText();
    made.set(copy, `L1-${label}`);
  };

  const facings: Record<string, string> = { A1: 'C1', A2: 'C2', A3: 'C3', S1: 'C4' };
  for (const piece of spread.pieces.filter((p) => !Object.values(facings).includes(p.id))) {
    await add(piece);
    const copy = facings[piece.id];
    if (copy) await facing(piece.id, copy);
  }
  await saved(page);

  const kit = await saidKit(slug);
  const own = await laid(request, kit);
  for (const piece of spread.pieces) {
    const label = (made.get(piece.id) ?? '').slice(3);
    const copy = kit.layouts[0]?.pieces.find((p) => p.id === label);
    expect(own.get(label), piece.id).toEqual(places.get(piece.id));
    expect([copy?.paper, copy?.face, copy?.opening?.mats ?? []], piece.id).toEqual([
      piece.paper,
      piece.face,
      piece.opening?.mats ?? [],
    ]);
  }
  expect(kit.layouts[0]?.pieces).toHaveLength(spread.pieces.length);
  return hand.presses;
}

test('the first spread of the kite weekend is built by mouse alone in at most 120 presses', async ({ page, request }) => {
  const presses = await build(page, request, mouse(page));
  console.log(`by mouse: ${presses} presses`);
  expect(presses).toBeLessThanOrEqual(120);
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 1180, height: 820 } });

  test('the first spread of the kite weekend is built by touch alone in at most 120 presses', async ({ page, request }) => {
    const presses = await build(page, request, await finger(page));
    console.log(`by touch: ${presses} presses`);
    expect(presses).toBeLessThanOrEqual(120);
  });
});

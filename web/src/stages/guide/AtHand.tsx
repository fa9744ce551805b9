import type { KitAnswer } from '../../api/client';

type Material = KitAnswer['materials'][number];

const heads: Record<NonNullable<Material['kind']>, string> = {
  paper: 'Paper',
  part: 'Parts',
  tool: 'Tools',
  adhesive: 'Adhesives',
  care: 'Take care',
};

/** What a guest has at hand for one kit: papers, parts, tools, adhesives with their reasons, and what to take care with. */
export function AtHand({ materials }: { materials: readonly Material[] }) {
  const kinds = [...new Set(materials.map((m) => m.kind))];
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-6 pb-6">
      {kinds.map((kind) => (
        <section key={kind} className="border-b border-line py-3">
          <h2 className="text-lg">{heads[kind]}</h2>
          <ul>
            {materials
              .filter((m) => m.kind === kind)
              .map((m) => (
                <li key={m.name} className="grid grid-cols-[1fr_auto] items-baseline gap-x-4 py-1">
                  <span>
                    {m.name}
                    {m.why && <span className="block text-[15px] text-soft">{m.why}</span>}
                  </span>
                  {m.amount && <span className="text-[15px] text-brass">{m.amount}</span>}
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

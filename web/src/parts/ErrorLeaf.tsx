import { Link, useRouteError } from 'react-router';

/** What is shown where nothing else can be: an address that leads nowhere, or a fault of ours. */
export function ErrorLeaf() {
  const error = useRouteError();
  const words = error instanceof Error ? error.message : 'There is nothing at this address.';
  return (
    <main className="mx-auto max-w-xl p-12">
      <h1 className="text-3xl">This leaf is blank</h1>
      <p className="mt-4">{words}</p>
      <p className="mt-2 text-soft">Nothing you saved is lost.</p>
      <Link className="press mt-6 inline-block" to="/" reloadDocument>
        Back to the kits
      </Link>
    </main>
  );
}

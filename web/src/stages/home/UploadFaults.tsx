import type { ApiError } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

/** Why a file was not read in, fault by fault. */
export function UploadFaults({ error, onClose }: { error: ApiError; onClose: () => void }) {
  const faults = Object.entries(error.errors);
  return (
    <Dialog open title="The file was not read in" onClose={onClose}>
      <p>{faults.length ? 'Nothing was changed. Mend these in the file and read it in again:' : error.message}</p>
      <dl className="mt-3 max-h-80 overflow-y-auto">
        {faults.map(([path, says]) => (
          <div key={path} className="border-b border-line py-1.5">
            <dt className="text-[15px] text-brass">{path || 'the file'}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
      <button type="button" className="press mt-6" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

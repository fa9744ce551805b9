import { useTranslation } from 'react-i18next';
import type { ApiError } from '../../api/client';
import { Dialog } from '../../parts/Dialog';

/** Why a file was not read in, fault by fault. */
export function UploadFaults({ error, onClose }: { error: ApiError; onClose: () => void }) {
  const { t } = useTranslation();
  const faults = Object.entries(error.errors);
  return (
    <Dialog open title={t('uploadFaults.theFileWasNot')} onClose={onClose}>
      <p>{faults.length ? t('uploadFaults.nothingWasChangedMend') : error.message}</p>
      <dl className="mt-3 max-h-80 overflow-y-auto">
        {faults.map(([path, says]) => (
          <div key={path} className="border-b border-line py-1.5">
            <dt className="text-[15px] text-brass">{path || t('uploadFaults.theFile')}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
      <button type="button" className="press mt-6" onClick={onClose}>
        {t('uploadFaults.close')}
      </button>
    </Dialog>
  );
}

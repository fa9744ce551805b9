import { Dialog as Modal, DialogPanel, DialogTitle } from '@headlessui/react';
import type { ReactNode } from 'react';

interface Props {
  open: boolean;
  title: string;
  /** Whether pictures stand beside one another in it. */
  wide?: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** A question laid over the fold. */
export function Dialog({ open, title, wide, onClose, children }: Props) {
  return (
    <Modal open={open} onClose={onClose} className="relative z-20">
      <div className="fixed inset-0 bg-ink/25" aria-hidden />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-4 pt-[12vh]">
        <DialogPanel
          className={`w-full ${wide ? 'max-w-4xl' : 'max-w-lg'} rounded-sm border border-line bg-chalk p-8 shadow-[0_12px_40px_rgb(0_0_0/0.18)]`}
        >
          <DialogTitle className="text-2xl leading-8">{title}</DialogTitle>
          <div className="mt-4">{children}</div>
        </DialogPanel>
      </div>
    </Modal>
  );
}

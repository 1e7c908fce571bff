import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

const FIELDS = "input:not([type=hidden], :disabled), select:not(:disabled), textarea:not(:disabled)";

/** Where something is typed the focus goes there, and not to the button that throws it away. */
function focusFirstField(event: Event) {
  const field = (event.currentTarget as HTMLElement).querySelector<HTMLElement>(FIELDS);
  if (field) {
    event.preventDefault();
    field.focus();
  }
}

/** A dialog that slides over the page's right side and leaves the work behind it in view. */
export function Sheet({ open, onClose, title, children }: { open: boolean; onClose: () => void; title: string; children: ReactNode }) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={focusFirstField}
          className="fixed inset-y-0 right-0 z-40 w-full max-w-lg overflow-y-auto border-l border-line bg-sheet p-6 shadow-xl"
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <Dialog.Title className="text-2xl font-bold">{title}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="inline-flex size-11 items-center justify-center">
              <X aria-hidden />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

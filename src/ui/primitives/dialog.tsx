'use client';
import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, useRef } from 'react';
import { cx } from './cx';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly description?: string;
  readonly wide?: boolean;
  /** It holds nothing that takes the focus, so that what scrolls has to. */
  readonly plain?: boolean;
  readonly children: ReactNode;
  readonly footer?: ReactNode;
}

/** A dialog that can always be left by Escape; it never asks twice. */
export function Dialog({ open, onOpenChange, title, description, wide, plain, children, footer }: Props) {
  // Most dialogs have no trigger of their own: what had the focus gets it back.
  const before = useRef<Element | null>(null);
  const giveBack = (event: Event): void => {
    event.preventDefault();
    if (before.current instanceof HTMLElement) before.current.focus();
  };
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/35 dark:bg-film/70" />
        <Radix.Content
          onOpenAutoFocus={() => {
            before.current = document.activeElement;
          }}
          onCloseAutoFocus={giveBack}
          {...(description === undefined ? { 'aria-describedby': undefined } : {})}
          className={cx(
            'fixed top-1/2 left-1/2 z-50 flex max-h-[90vh] w-[calc(100vw-48px)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-md border border-control-edge bg-sheet shadow-xl',
            wide ? 'max-w-[860px]' : 'max-w-[520px]',
          )}
        >
          <header className="flex items-start gap-3 border-b px-5 py-3">
            <div className="min-w-0 flex-1">
              <Radix.Title className="text-lg font-semibold">{title}</Radix.Title>
              {description !== undefined && <Radix.Description className="text-ink-2">{description}</Radix.Description>}
            </div>
            <Radix.Close className="rounded-sm p-1 text-ink-2 hover:text-ink" aria-label="Close">
              <X size={18} aria-hidden />
            </Radix.Close>
          </header>
          <div {...(plain ? { tabIndex: 0 } : {})} className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
            {children}
          </div>
          {footer && <footer className="flex items-center justify-end gap-2 border-t px-5 py-3">{footer}</footer>}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

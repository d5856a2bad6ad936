'use client';
import { Button } from '../primitives/button';
import { Progress } from '../primitives/progress';
import type { PdfMaking } from './use-pdf';

/** A button that makes a PDF; while it is made it tells how far it is, and stops it. */
export function PdfButton({
  pdf,
  children,
  onMake,
}: {
  readonly pdf: PdfMaking;
  readonly children: string;
  readonly onMake: () => void;
}) {
  return pdf.progress ? <PdfProgress pdf={pdf} /> : <Button onClick={onMake}>{children}</Button>;
}

/** How far a PDF is, with a way to stop it; nothing while none is made. */
export function PdfProgress({ pdf: { progress, stop } }: { readonly pdf: PdfMaking }) {
  if (!progress) return null;
  return (
    <span className="flex items-center gap-2">
      <Progress label="Pages made" value={progress.done} max={progress.all} />
      <span role="status" className="text-xs text-ink-2">
        {progress.all === 0 ? 'beginning' : `${progress.done} of ${progress.all} pages`}
      </span>
      <Button onClick={stop}>Stop</Button>
    </span>
  );
}

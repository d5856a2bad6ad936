'use client';
import { Button } from '@/ui/primitives/button';

export default function ErrorPage({ error, reset }: { readonly error: Error & { digest?: string }; readonly reset: () => void }) {
  return (
    <main className="mx-auto flex max-w-[560px] flex-col items-start gap-3 px-6 py-20">
      <h1 className="text-xl font-semibold">This screen broke.</h1>
      <p className="text-ink-2">
        Nothing is lost: every change is saved when it is made. Try again; if it happens again, export the rig and report what you
        did.
      </p>
      <p className="font-mono text-xs text-ink-3">{error.digest ?? error.message}</p>
      <Button tone="primary" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}

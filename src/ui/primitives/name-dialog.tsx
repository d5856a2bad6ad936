'use client';
import { useId, useState, useTransition } from 'react';
import { Button } from './button';
import { Dialog } from './dialog';
import { Field, TextInput } from './field';

interface NameProps {
  readonly open: boolean;
  readonly title: string;
  readonly hint: string;
  readonly button: string;
  readonly initial: string;
  readonly onClose: () => void;
  readonly onName: (name: string) => Promise<string | null>;
}

/** Asks for a name; what is refused is said under the field. */
export function NameDialog({ open, title, hint, button, initial, onClose, onName }: NameProps) {
  const [name, setName] = useState(initial);
  const [error, setError] = useState<string | undefined>();
  const [busy, start] = useTransition();
  const form = useId();
  return (
    <Dialog
      open={open}
      onOpenChange={(on) => !on && onClose()}
      title={title}
      footer={
        <Button tone="primary" type="submit" form={form} disabled={busy}>
          {button}
        </Button>
      }
    >
      <form
        id={form}
        onSubmit={(e) => {
          e.preventDefault();
          start(async () => setError((await onName(name)) ?? undefined));
        }}
      >
        <Field label="Name" hint={hint} error={error}>
          {(id) => <TextInput id={id} autoFocus value={name} onChange={(e) => setName(e.target.value)} />}
        </Field>
      </form>
    </Dialog>
  );
}

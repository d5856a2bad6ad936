'use client';
// The way to another screen.
import NextLink from 'next/link';
import { type ComponentProps, useState } from 'react';
import { leaveFor } from './leaving';

/**
 * A link to another screen, which is fetched once the link is pointed at or tabbed to: it is there by the time of the press.
 * Nothing is fetched for links that are only in sight: a screen has dozens, each asks the server for a whole page, and they
 * would stand before what the open screen itself still waits for.
 */
export function Link({ onPointerEnter, onFocus, onNavigate, ...props }: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  const [meant, setMeant] = useState(false);
  return (
    <NextLink
      {...props}
      prefetch={meant}
      onNavigate={(event) => {
        onNavigate?.(event);
        leaveFor(typeof props.href === 'string' ? props.href : (props.href.pathname ?? ''));
      }}
      onPointerEnter={(event) => {
        setMeant(true);
        onPointerEnter?.(event);
      }}
      onFocus={(event) => {
        setMeant(true);
        onFocus?.(event);
      }}
    />
  );
}

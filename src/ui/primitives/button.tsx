'use client';
import { cva, type VariantProps } from 'class-variance-authority';
import type { ComponentProps } from 'react';
import { cx } from './cx';

/** How a button looks: also for links that stand among buttons. */
export const buttonLook = cva(
  'inline-flex items-center justify-center gap-1.5 rounded-sm border font-medium whitespace-nowrap disabled:opacity-45 disabled:cursor-not-allowed',
  {
    variants: {
      tone: {
        plain: 'border-control-edge bg-sheet text-ink hover:border-ink',
        primary: 'border-verdigris bg-verdigris text-on-verdigris hover:brightness-110',
        quiet: 'border-transparent bg-transparent text-ink-2 hover:text-ink hover:bg-rule/50',
        link: 'border-transparent bg-transparent px-0 text-verdigris hover:underline',
        mend: 'border-ink bg-sheet text-ink hover:bg-film',
      },
      size: { small: 'h-7 px-2 text-xs', normal: 'h-8 px-3 text-sm', icon: 'h-8 w-8' },
    },
    defaultVariants: { tone: 'plain', size: 'normal' },
  },
);

export function Button({
  tone,
  size,
  className,
  type = 'button',
  ...rest
}: ComponentProps<'button'> & VariantProps<typeof buttonLook>) {
  return <button type={type} className={cx(buttonLook({ tone, size }), tone === 'link' && 'px-0', className)} {...rest} />;
}

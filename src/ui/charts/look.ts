// What the charts have in common: the colours of the theme, text, the box under the pointer.

/** A colour of the theme that is on now. */
export const css = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Text of axes. */
export const axisText = () => ({ color: css('--ink-2'), fontSize: 12, fontFamily: 'inherit' });

export const tooltipLook = () => ({
  trigger: 'axis' as const,
  confine: true,
  backgroundColor: css('--sheet'),
  borderColor: css('--control-edge'),
  textStyle: { color: css('--ink'), fontSize: 12.5 },
});

/** Text from a rig inside of a tooltip, which is HTML. */
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** The value on the axis that a tooltip is about. */
export const axisValue = (raw: unknown): number => (Array.isArray(raw) ? Number(raw[0]?.data?.[0] ?? 0) : 0);

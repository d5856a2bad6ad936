import { Link } from '@/ui/primitives/link';

export default function NotFound() {
  return (
    <main className="mx-auto flex max-w-[520px] flex-col gap-3 px-6 py-20">
      <h1 className="text-xl font-semibold">There is no such rig.</h1>
      <p className="text-ink-2">It may have been deleted; the list of rigs can bring it back.</p>
      <Link href="/" className="text-verdigris underline">
        All rigs
      </Link>
    </main>
  );
}

'use client';
// The changes that mend a finding, tried out by the worker of this rig; null until they are known.
import { useEffect, useState } from 'react';
import type { Finding } from '@/core/checks';
import type { OfferedFix } from '@/workers/judge.worker';
import { useJudge } from './provider';

export function useFixes(finding: Finding): readonly OfferedFix[] | null {
  const judge = useJudge();
  const [fixes, setFixes] = useState<readonly OfferedFix[] | null>(null);
  useEffect(() => {
    let live = true;
    setFixes(null);
    void judge()
      ?.fixes(finding)
      .then((found) => live && setFixes(found));
    return () => {
      live = false;
    };
  }, [judge, finding]);
  return fixes;
}

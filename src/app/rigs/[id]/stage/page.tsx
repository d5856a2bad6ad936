import { StageScreen } from '@/ui/stage/stage-screen';

export default function StagePage() {
  return <StageScreen />;
}

import { SetScreen } from '@/ui/set/set-screen';

export default function SetPage() {
  return <SetScreen />;
}

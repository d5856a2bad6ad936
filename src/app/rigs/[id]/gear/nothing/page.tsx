import { NothingScreen } from '@/ui/silence/nothing-screen';

export default function NothingPage() {
  return <NothingScreen />;
}

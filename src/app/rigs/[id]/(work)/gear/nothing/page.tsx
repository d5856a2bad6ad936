import { NothingScreen } from '@/ui/troubleshooting/nothing-screen';

export default function NothingPage() {
  return <NothingScreen />;
}

import { NumbersScreen } from '@/ui/numbers/numbers-screen';

export default function NumbersPage() {
  return <NumbersScreen />;
}

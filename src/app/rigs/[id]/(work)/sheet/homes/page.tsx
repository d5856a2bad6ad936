import { HomesScreen } from '@/ui/sheet/homes-screen';

export default function HomesPage() {
  return <HomesScreen />;
}

import { SheetScreen } from '@/ui/sheet/sheet-screen';

export default function SheetPage() {
  return <SheetScreen />;
}

import { LabelsScreen } from '@/ui/print/labels-screen';

export default function LabelsPage() {
  return <LabelsScreen />;
}

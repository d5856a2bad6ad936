import { LabelsScreen } from '@/ui/paper/labels-screen';

export default function LabelsPage() {
  return <LabelsScreen />;
}

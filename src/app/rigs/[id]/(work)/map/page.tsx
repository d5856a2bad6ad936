import { MapScreen } from '@/ui/map/map-screen';

export default function MapPage() {
  return <MapScreen />;
}

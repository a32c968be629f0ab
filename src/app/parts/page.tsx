import { visitor } from '@/app/visitor';
import { Gallery } from '@/ui/parts/gallery';

export const metadata = { title: 'Parts' };

/** Every part of the interface in all its states, for those who build and those who look. */
export default async function Page() {
  await visitor();
  return <Gallery />;
}

import { visitor } from '@/app/visitor';
import { sheet } from '@/services/line/sheet';
import { SheetStation } from '@/ui/sheet/station';

export const metadata = { title: 'Sheet' };

export default async function Page() {
  const caller = await visitor();
  return <SheetStation sheet={await sheet(caller.workspace)} />;
}

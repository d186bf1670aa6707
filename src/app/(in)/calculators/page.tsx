import { Calculators } from '@/features/calculators/Calculators';
import { pageActor } from '@/server/page';

export const metadata = { title: 'Calculators' };

export default async function Page() {
  await pageActor();
  return <Calculators />;
}

'use server';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { revalidatePath } from 'next/cache';
import { auth } from '@/server/auth/auth';
import { saveLocale } from '@/server/auth/saveLocale';
import { database } from '@/server/db/connection';
import { pageActor } from '@/server/page';
import { localeOf } from '@/words';

export async function signOut(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
  redirect('/sign-in');
}

export async function setLocale(locale: string): Promise<void> {
  await saveLocale(database(), await pageActor(), localeOf(String(locale)));
  revalidatePath('/', 'layout');
}

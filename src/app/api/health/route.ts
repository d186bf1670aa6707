/** The process is alive and answers. For who restarts it. */
export const GET = () => Response.json({ state: 'alive' }, { headers: { 'cache-control': 'no-store' } });

export const dynamic = 'force-dynamic';

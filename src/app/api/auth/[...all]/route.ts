import { handleAuth } from '@/server/auth/handler';

export const GET = (request: Request) => handleAuth(request);
export const POST = (request: Request) => handleAuth(request);

import type { OrderTask } from '@/core/work/orderTask';
import { type SearchedOrder, searchOrder } from '@/core/work/searchOrder';

export type SearchReply =
  | { readonly kind: 'progress'; readonly share: number; readonly best: number }
  | { readonly kind: 'result'; readonly found: SearchedOrder | null };

self.onmessage = ({ data }: MessageEvent<OrderTask>) => {
  const post = (reply: SearchReply) => self.postMessage(reply);
  // Ended from outside by ending the worker.
  const found = searchOrder(data, (share, best) => {
    post({ kind: 'progress', share, best });
    return true;
  });
  post({ kind: 'result', found });
};

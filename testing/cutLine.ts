import net from 'node:net';

/** A line to somewhere that can be cut and joined again, as a cable is. */
export interface CutLine {
  readonly port: number;
  /** Ends what goes over it, and lets nothing on until it is joined. */
  readonly cut: () => void;
  readonly join: () => void;
  readonly close: () => Promise<void>;
}

/** A line of this machine to one of its own ports. */
export async function cutLine(to: number): Promise<CutLine> {
  const open = new Set<net.Socket>();
  let whole = true;
  const server = net.createServer((near) => {
    if (!whole) return near.destroy();
    const far = net.connect(to, '127.0.0.1');
    for (const s of [near, far]) {
      open.add(s);
      s.on('error', () => s.destroy());
      s.on('close', () => {
        open.delete(s);
        near.destroy();
        far.destroy();
      });
    }
    near.pipe(far);
    return far.pipe(near);
  });
  await new Promise<void>((go) => server.listen(0, '127.0.0.1', () => go()));
  const cut = () => {
    whole = false;
    for (const s of open) s.destroy();
  };
  return {
    port: (server.address() as net.AddressInfo).port,
    cut,
    join: () => {
      whole = true;
    },
    close: () => {
      cut();
      return new Promise((done) => server.close(() => done()));
    },
  };
}

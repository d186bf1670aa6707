/** A place, and under it in small how it is taken there. */
export function Named({ name }: { name: string }) {
  const at = name.lastIndexOf(', ');
  if (at < 0) return <span>{name}</span>;
  return (
    <span>
      {name.slice(0, at)}
      <span className="block text-sm font-normal text-soft">{name.slice(at + 2)}</span>
    </span>
  );
}

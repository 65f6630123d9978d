import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { hasQueue } from './doors.ts';

/** The way to the queue, where the server has one. */
export function QueueLink() {
  const { data } = useQuery({ queryKey: ['queue-there'], queryFn: hasQueue, retry: false });
  if (!data) return null;
  return (
    <Link to="/queue" className="flex h-7 items-center rounded-md px-2 hover:bg-wash/70">
      Queue
    </Link>
  );
}

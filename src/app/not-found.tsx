import { Message } from '@/ui/board/Message';

export default function NotFound() {
  return (
    <Message title="There is nothing at this address.">
      The job may lie in the bin, or the address was mistyped. The Shop board lists every job.
    </Message>
  );
}

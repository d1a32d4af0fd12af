'use client';
import { useRouter } from 'next/navigation';
import { Message } from './Message';

/** The data folder cannot be used: what is wrong, and one action. */
export function ShopAway({ message }: { message: string }) {
  const router = useRouter();
  return (
    <Message
      title="The shop’s data cannot be opened."
      action={{ label: 'Try again', onClick: () => router.refresh() }}
    >
      {message}
    </Message>
  );
}

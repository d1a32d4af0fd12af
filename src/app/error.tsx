'use client';
import { Message } from '@/ui/board/Message';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <Message title="This page failed." action={{ label: 'Try again', onClick: reset }}>
      What was stored is safe. If it fails again, go to the Shop board and open the job from there.
    </Message>
  );
}

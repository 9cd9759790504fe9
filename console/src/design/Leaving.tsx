import { useEffect } from 'react';
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { useBlocker } from 'react-router-dom';
import styled from 'styled-components';
import { Plain } from '../parts';
import { ink, plate, rule, space } from '../tokens';

const Shade = styled(ModalOverlay)`position: fixed; inset: 0; z-index: 10; background: rgb(0 0 0 / 40%); display: grid; place-items: center;`;

const Asked = styled(Dialog)`
  background: ${plate}; color: ${ink}; border: 1px solid ${rule}; border-radius: 8px; padding: ${space.l}; max-width: 30rem; outline: none;
  h2 { margin: 0 0 ${space.m}; font-size: 1.125rem; }
  button { margin-right: ${space.m}; }
`;

/** Asks before the page is left while there are edits that were not saved. */
export function Leaving({ edited, what }: { edited: boolean; what: string }) {
  // What is looked at stands in the address of the same page: that is no leaving.
  const blocker = useBlocker(({ currentLocation, nextLocation }) => edited && currentLocation.pathname !== nextLocation.pathname);
  useEffect(() => {
    if (!edited) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [edited]);
  return (
    <Shade isOpen={blocker.state === 'blocked'} onOpenChange={(open) => !open && blocker.reset?.()} isDismissable>
      <Modal>
        <Asked role="alertdialog">
          <Heading slot="title" level={2}>Leave without saving?</Heading>
          <p>Your edits of {what} are not saved. They are lost if you leave this page.</p>
          <Plain autoFocus onPress={() => blocker.reset?.()}>Stay here</Plain>
          <Plain onPress={() => blocker.proceed?.()}>Leave and lose the edits</Plain>
        </Asked>
      </Modal>
    </Shade>
  );
}

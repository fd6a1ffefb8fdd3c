import { msg } from '@elwand/core';
import { Form, Input, Modal, type InputRef } from 'antd';
import { useRef, useState } from 'react';
import { useSay } from '../app/say.ts';

/** What a name is asked for. */
export interface Asking {
  readonly kind: 'house' | 'job';
  readonly houseId: string | null;
}

/** One small window that asks for a name. */
export function NameModal({
  asking,
  onClose,
  onName,
}: {
  readonly asking: Asking | null;
  readonly onClose: () => void;
  readonly onName: (name: string) => Promise<void>;
}) {
  const say = useSay();
  const [form] = Form.useForm<{ name: string }>();
  // While it is being made the button turns: a second press would make a second one.
  const [busy, setBusy] = useState(false);
  const input = useRef<InputRef>(null);
  const make = async (name: string) => {
    setBusy(true);
    await onName(name.trim()).finally(() => setBusy(false));
  };
  return (
    <Modal
      open={asking !== null}
      title={
        asking?.kind === 'house' ? say(msg('screen.naming.new-house')) : say(msg('screen.naming.new-job'))
      }
      okText={
        asking?.kind === 'house'
          ? say(msg('screen.naming.make-the-house'))
          : say(msg('screen.naming.make-the-job'))
      }
      confirmLoading={busy}
      onCancel={onClose}
      onOk={() => form.submit()}
      // The window takes the focus for itself when it opens.
      afterOpenChange={(open) => open && input.current?.focus()}
      destroyOnHidden
    >
      <Form form={form} layout="vertical" preserve={false} onFinish={({ name }) => void (busy || make(name))}>
        <Form.Item
          name="name"
          label={
            asking?.kind === 'house'
              ? say(msg('screen.naming.what-do-you-call-it'))
              : say(msg('screen.naming.what-is-wanted'))
          }
          rules={[
            { required: true, whitespace: true, message: say(msg('screen.naming.a-name-is-needed')) },
            { max: 120, message: say(msg('screen.naming.at-most-120-characters')) },
          ]}
        >
          <Input
            ref={input}
            placeholder={
              asking?.kind === 'house'
                ? say(msg('screen.naming.sedge-end-5'))
                : say(msg('screen.naming.outlet-beside-the-reading-chair'))
            }
          />
        </Form.Item>
      </Form>
    </Modal>
  );
}

import { Form, Input, Modal } from 'antd';
import { useState } from 'react';

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
  const [form] = Form.useForm<{ name: string }>();
  // While it is being made the button turns: a second press would make a second one.
  const [busy, setBusy] = useState(false);
  const make = async (name: string) => {
    setBusy(true);
    await onName(name.trim()).finally(() => setBusy(false));
  };
  return (
    <Modal
      open={asking !== null}
      title={asking?.kind === 'house' ? 'New house' : 'New job'}
      okText={asking?.kind === 'house' ? 'Make the house' : 'Make the job'}
      confirmLoading={busy}
      onCancel={onClose}
      onOk={() => form.submit()}
      destroyOnHidden
    >
      <Form form={form} layout="vertical" preserve={false} onFinish={({ name }) => void (busy || make(name))}>
        <Form.Item
          name="name"
          label={
            asking?.kind === 'house' ? 'What do you call it? An address or a nickname' : 'What is wanted?'
          }
          rules={[
            { required: true, whitespace: true, message: 'A name is needed' },
            { max: 120, message: 'At most 120 characters' },
          ]}
        >
          <Input
            autoFocus
            placeholder={asking?.kind === 'house' ? 'Sedge End 5' : 'Outlet beside the reading chair'}
          />
        </Form.Item>
      </Form>
    </Modal>
  );
}

import { Form, Input, Modal } from 'antd';

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
  return (
    <Modal
      open={asking !== null}
      title={asking?.kind === 'house' ? 'New house' : 'New job'}
      okText={asking?.kind === 'house' ? 'Make the house' : 'Make the job'}
      onCancel={onClose}
      onOk={() => form.submit()}
      destroyOnHidden
    >
      <Form form={form} layout="vertical" preserve={false} onFinish={({ name }) => onName(name.trim())}>
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

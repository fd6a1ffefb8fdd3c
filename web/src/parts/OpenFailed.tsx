import { Alert, Button } from 'antd';
import { Link } from 'react-router';
import { problemOf } from '../state/api.ts';

/** Instead of a page whose document could not be had. */
export function OpenFailed({ error, retry }: { readonly error: unknown; readonly retry: () => void }) {
  const { title, detail } = problemOf(error);
  return (
    <main className="page stack">
      <Alert
        type="error"
        title={title}
        description={detail}
        action={<Button onClick={retry}>Try again</Button>}
      />
      <p>
        <Link to="/">To the houses and jobs</Link>
      </p>
    </main>
  );
}

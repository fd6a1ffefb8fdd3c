import { msg } from '@elwand/core';
import { Button, message } from 'antd';
import { useNavigate } from 'react-router';
import { useSay } from '../app/say.ts';
import { problemOf, useSampleMutation } from '../state/api.ts';

const STEPS = [
  msg('screen.start.step-room'),
  msg('screen.start.step-panel'),
  msg('screen.start.step-want'),
] as const;

/** A room that unfolds into its walls, with a new cable over them: what Elwand does, without a word. */
function Unfolding() {
  const studs = Array.from({ length: 27 }, (_, i) => 14 + i * 10);
  return (
    <svg viewBox="0 0 310 210" className="unfolding" aria-hidden="true">
      <rect x="110" y="8" width="80" height="86" className="unfold-room" />
      <path d="M136 94h26" className="unfold-gap" />
      <path d="M104 34C50 46 22 80 18 118" className="unfold-arrow" />
      <path d="M196 34c56 10 86 44 92 84" className="unfold-arrow" />
      <rect x="6" y="126" width="284" height="54" className="unfold-walls" />
      {studs.map((x) => (
        <path key={x} d={`M${x} 126v54`} className="unfold-stud" />
      ))}
      <path d="M76 126v54M147 126v54M218 126v54" className="unfold-corner" />
      <rect x="172" y="138" width="24" height="20" className="unfold-window" />
      <path d="M44 166V114H112V166" className="card-halo" />
      <path d="M44 166V114H112V166" className="card-run" />
      <rect x="39" y="160" width="10" height="13" className="unfold-box" />
      <rect x="107" y="160" width="10" height="13" className="unfold-new" />
      <rect x="6" y="180" width="284" height="16" className="unfold-rule" />
      {studs.map((x, i) => (
        <path key={x} d={`M${x} 180v${i % 5 === 0 ? 10 : 6}`} className="unfold-tick" />
      ))}
    </svg>
  );
}

/** The page before the first house: the idea, three steps, one button, and a house to look around in. */
export function FirstHouse({ onNew }: { readonly onNew: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const [sample, { isLoading }] = useSampleMutation();
  const open = async () => {
    try {
      const { id, jobId } = await sample().unwrap();
      await navigate(jobId === null ? `/houses/${id}/rooms` : `/houses/${id}/jobs/${jobId}`);
    } catch (e) {
      message.error(problemOf(e).detail);
    }
  };
  return (
    <section className="first-house sheet">
      <Unfolding />
      <div className="stack">
        <h2>{say(msg('screen.start.start-with-one-room'))}</h2>
        <p>{say(msg('screen.start.measure-its-walls'))}</p>
        <ol className="first-steps">
          {STEPS.map((s) => (
            <li key={say(s)}>{say(s)}</li>
          ))}
        </ol>
        <div className="row">
          <Button type="primary" size="large" onClick={onNew}>
            {say(msg('screen.start.new-house'))}
          </Button>
          <Button type="link" loading={isLoading} onClick={() => void open()}>
            {say(msg('screen.start.open-the-sample-house'))}
          </Button>
        </div>
        <p className="quiet">{say(msg('screen.start.the-sample-house-is-invented'))}</p>
      </div>
    </section>
  );
}

import { appRoot } from './appRoot';

/** What listens to one topic of the server's stream. */
interface Listener {
  topic: string;
  heard: (data: unknown) => void;
  broken: () => void;
}

const listeners = new Set<Listener>();
let stream: EventSource | undefined;
const topics = new Set<string>();

function open(topic: string): void {
  if (!stream) {
    topics.clear();
    stream = new EventSource(`${appRoot}api/events`);
    stream.onerror = () => {
      for (const l of listeners) l.broken();
    };
  }
  if (topics.has(topic)) return;
  topics.add(topic);
  stream.addEventListener(topic, (event) => {
    const data: unknown = JSON.parse((event as MessageEvent<string>).data);
    for (const l of listeners) if (l.topic === topic) l.heard(data);
  });
}

/**
 * Listens to a topic of the server's one event stream. A tab has a single connection, however many instruments are looked at:
 * browsers give a server six.
 * @returns stops listening
 */
export function listen(topic: string, heard: (data: unknown) => void, broken: () => void): () => void {
  const listener = { topic, heard, broken };
  listeners.add(listener);
  open(topic);
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    stream?.close();
    stream = undefined;
  };
}

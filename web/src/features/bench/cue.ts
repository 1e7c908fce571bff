/** Sounds that call from across the room. A browser gives none before the page was first touched. */

type Note = [startSeconds: number, hertz: number, seconds: number];

const calls: Record<"hand" | "gas" | "done", Note[]> = {
  hand: [[0, 392, 0.16]],
  gas: [
    [0, 659, 0.12],
    [0.16, 880, 0.2],
  ],
  done: [
    [0, 523, 0.12],
    [0.14, 392, 0.22],
  ],
};

let context: AudioContext | undefined;

/** One low note: action needed; two rising ones: gas flows without need; two falling ones: a lane is done. */
export function cue(call: keyof typeof calls): void {
  if (!("AudioContext" in globalThis) || !navigator.userActivation.hasBeenActive) {
    return;
  }
  context ??= new AudioContext();
  for (const [start, hertz, seconds] of calls[call]) {
    const from = context.currentTime + start;
    const tone = new OscillatorNode(context, { type: "triangle", frequency: hertz });
    const loudness = new GainNode(context, { gain: 0 });
    loudness.gain.setValueAtTime(0, from);
    loudness.gain.linearRampToValueAtTime(0.25, from + 0.02);
    loudness.gain.linearRampToValueAtTime(0, from + seconds);
    tone.connect(loudness).connect(context.destination);
    tone.start(from);
    tone.stop(from + seconds + 0.05);
  }
}

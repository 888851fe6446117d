/** What a spindle sounds like, made in the browser: a hum that follows its speed, a hiss of the chip, a squeal of a rubbing edge. Silent until asked. */
import type { Frame } from "./live";

const QUIET = 0.04;

export type Sound = { follow: (frame: Frame) => void; stop: () => void };

export function sound(): Sound {
  const audio = new AudioContext();
  const voice = (type: OscillatorType) => {
    const [tone, gain] = [audio.createOscillator(), audio.createGain()];
    tone.type = type;
    gain.gain.value = 0;
    tone.connect(gain).connect(audio.destination);
    tone.start();
    return { tone, gain };
  };
  const [hum, squeal] = [voice("triangle"), voice("sawtooth")];
  const noise = audio.createBufferSource();
  const buffer = audio.createBuffer(1, audio.sampleRate, audio.sampleRate);
  buffer.getChannelData(0).forEach((_, k, data) => (data[k] = Math.random() * 2 - 1));
  const hiss = audio.createGain();
  hiss.gain.value = 0;
  noise.buffer = buffer;
  noise.loop = true;
  noise.connect(hiss).connect(audio.destination);
  noise.start();
  const to = (param: AudioParam, value: number) => param.setTargetAtTime(value, audio.currentTime, 0.05);
  return {
    follow: (frame) => {
      to(hum.tone.frequency, 40 + frame.speed_rpm / 8);
      to(hum.gain.gain, frame.speed_rpm > 1 ? QUIET : 0);
      to(hiss.gain, Math.min(frame.ratio, 1.5) * QUIET * 0.5);
      to(squeal.tone.frequency, 1800 + 1200 * frame.skin);
      to(squeal.gain.gain, frame.chip === "dust" ? QUIET * 0.5 : 0);
    },
    stop: () => void audio.close(),
  };
}

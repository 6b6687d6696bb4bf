// Tones that are heard across a shop. Sound is allowed only after somebody has touched the page.
const TONE_HZ = 660;
const LOUD = 0.2;

let sound = null;

export const chime = {
  allow() {
    if (!sound && window.AudioContext) sound = new AudioContext();
    return Boolean(sound);
  },
  get allowed() {
    return Boolean(sound);
  },
  call(times) {
    if (!sound) return;
    for (let i = 0; i < times; i += 1) {
      const tone = sound.createOscillator();
      const loud = sound.createGain();
      loud.gain.value = LOUD;
      tone.frequency.value = TONE_HZ;
      tone.connect(loud).connect(sound.destination);
      tone.start(sound.currentTime + i * 0.35);
      tone.stop(sound.currentTime + i * 0.35 + 0.2);
    }
  },
};

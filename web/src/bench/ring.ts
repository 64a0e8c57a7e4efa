/** A bell in two tones, made here so that nothing has to be fetched; false where sound is not let. */
export async function ring(): Promise<boolean> {
  if (!("AudioContext" in window)) return false;
  const audio = new AudioContext();
  if (audio.state === "suspended") await audio.resume().catch(() => undefined);
  if (audio.state !== "running") {
    void audio.close();
    return false;
  }
  const start = audio.currentTime;
  [880, 660, 880, 660].forEach((hertz, n) => {
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    const at = start + n * 0.28;
    tone.frequency.value = hertz;
    loud.gain.setValueAtTime(0.0001, at);
    loud.gain.exponentialRampToValueAtTime(0.5, at + 0.02);
    loud.gain.exponentialRampToValueAtTime(0.0001, at + 0.26);
    tone.connect(loud).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.27);
  });
  setTimeout(() => void audio.close(), 1500);
  return true;
}

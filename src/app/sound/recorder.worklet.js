/** Hands every block of what the microphone hears to the page, with the clock time of its first sample. */
class Taker extends AudioWorkletProcessor {
  process([input]) {
    if (input.length > 0) {
      const block = new Float32Array(input[0]);
      this.port.postMessage({ time: currentTime, block }, [block.buffer]);
    }
    return true;
  }
}

registerProcessor('taker', Taker);

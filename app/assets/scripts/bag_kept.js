// Taken along: what this device keeps of it. Batches and presses in its small store, photographs in its large one.
const BAG = "bag";
const WALK = "bag walk ";
const NOTES = "notes";

export const kept = {
  // Called with words where the device has no room left.
  full: () => {},
  read(key, usual) {
    try {
      return JSON.parse(localStorage.getItem(key)) ?? usual;
    } catch {
      return usual;
    }
  },
  write(key, value) {
    try {
      localStorage.setItem(key, JSON.stringify(value));
      return true;
    } catch {
      kept.full("This device has no room left: the last press is not kept. Hand in, or delete photographs elsewhere on it.");
      return false;
    }
  },
  bag: () => kept.read(BAG, { batches: [] }),
  keepBag: (bag) => kept.write(BAG, bag),
  walk: (id) => kept.read(WALK + id, { presses: [], notes: 0 }),
  keepWalk: (id, walk) => kept.write(WALK + id, walk),
  forget: (id) => localStorage.removeItem(WALK + id),
};

const opened = () => new Promise((done, failed) => {
  const asked = indexedDB.open("dakren-bag", 1);
  asked.onupgradeneeded = () => asked.result.createObjectStore(NOTES, { keyPath: "id" });
  asked.onsuccess = () => done(asked.result);
  asked.onerror = () => failed(asked.error);
});

const within = async (mode, work) => {
  const store = await opened();
  try {
    return await new Promise((done, failed) => {
      const turn = store.transaction(NOTES, mode);
      const asked = work(turn.objectStore(NOTES));
      turn.oncomplete = () => done(asked.result);
      turn.onabort = turn.onerror = () => failed(turn.error || asked.error);
    });
  } finally {
    store.close();
  }
};

// Notes and photographs of a batch, in the order they were written.
export const notes = {
  add: (note) => within("readwrite", (store) => store.put(note)),
  of: async (batch) => (await within("readonly", (store) => store.getAll())).filter((note) => note.batch === batch).sort((one, two) => one.at - two.at),
  drop: (id) => within("readwrite", (store) => store.delete(id)),
};

// A timer that goes on at its pace while the page is hidden: browsers let those of a hidden page run once a second.
self.addEventListener('message', ({ data }: MessageEvent<{ readonly id: number; readonly ms: number }>) => {
  setTimeout(() => self.postMessage(data.id), data.ms);
});

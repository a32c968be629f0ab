import cv from '@techstark/opencv-js';

/** OpenCV, compiled for JavaScript: a reference for geometry, which ships with no part of the product. To be waited for before it is used. */
export const opencvReady = (): Promise<void> =>
  new Promise((resolve) => {
    // the library is thenable and resolves to itself: no promise may be given it
    if ('Mat' in cv) resolve();
    else (cv as { onRuntimeInitialized: () => void }).onRuntimeInitialized = resolve;
  });

/* The low-pass of a whole take in plain C on one core, to compare with: rotation vectors about a
   reference, a second-order Butterworth forward and backward, and back to quaternions.
   cc -O3 -march=native -o /tmp/lowpass bench/c/lowpass.c -lm && /tmp/lowpass 22 && /tmp/lowpass 60 */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>
#define FRAMES 72000

static void pass(double *x, int n, double b, double a1, double a2, int step) {
  for (int c = 0; c < 3; c++) {
    double *p = step > 0 ? x + c : x + 3 * (n - 1) + c;
    double s2 = (b - a2) * *p, s1 = s2 + (2 * b - a1) * *p;
    for (int i = 0; i < n; i++, p += step) {
      double in = *p, out = b * in + s1;
      s1 = 2 * b * in - a1 * out + s2;
      s2 = b * in - a2 * out;
      *p = out;
    }
  }
}

int main(int argc, char **argv) {
  int joints = argc > 1 ? atoi(argv[1]) : 22;
  double *q = malloc(sizeof(double) * 4 * FRAMES * joints), *v = malloc(sizeof(double) * 3 * FRAMES);
  for (long i = 0; i < (long)FRAMES * joints; i++) {
    double a = 0.3 * sin(i * 0.01) + 0.01 * (rand() / (double)RAND_MAX);
    q[4 * i] = sin(a / 2); q[4 * i + 1] = 0; q[4 * i + 2] = 0; q[4 * i + 3] = cos(a / 2);
  }
  double w = tan(M_PI * 6 / 120), d = 2 * sin(M_PI / 4), s = 1 + d * w + w * w;
  double b = w * w / s, a1 = 2 * (w * w - 1) / s, a2 = (1 - d * w + w * w) / s, best = 1e9;
  for (int run = 0; run < 5; run++) {
    struct timespec t0, t1;
    clock_gettime(CLOCK_MONOTONIC, &t0);
    for (int j = 0; j < joints; j++) {
      double *p = q + 4L * FRAMES * j, r[4] = {p[0], p[1], p[2], p[3]};
      for (int i = 0; i < FRAMES; i++) {
        double *o = p + 4 * i;
        double x = r[3] * o[0] - r[0] * o[3] - r[1] * o[2] + r[2] * o[1];
        double y = r[3] * o[1] + r[0] * o[2] - r[1] * o[3] - r[2] * o[0];
        double z = r[3] * o[2] - r[0] * o[1] + r[1] * o[0] - r[2] * o[3];
        double c = r[3] * o[3] + r[0] * o[0] + r[1] * o[1] + r[2] * o[2];
        double n = sqrt(x * x + y * y + z * z), k = n < 1e-8 ? 2 : 2 * atan2(n, c) / n;
        v[3 * i] = k * x; v[3 * i + 1] = k * y; v[3 * i + 2] = k * z;
      }
      pass(v, FRAMES, b, a1, a2, 3);
      pass(v, FRAMES, b, a1, a2, -3);
      for (int i = 0; i < FRAMES; i++) {
        double x = v[3 * i], y = v[3 * i + 1], z = v[3 * i + 2], a = sqrt(x * x + y * y + z * z);
        double k = a < 1e-8 ? 0.5 : sin(a / 2) / a, c = cos(a / 2), *o = p + 4 * i;
        x *= k; y *= k; z *= k;
        double ox = r[3] * x + r[0] * c + r[1] * z - r[2] * y, oy = r[3] * y - r[0] * z + r[1] * c + r[2] * x;
        double oz = r[3] * z + r[0] * y - r[1] * x + r[2] * c, ow = r[3] * c - r[0] * x - r[1] * y - r[2] * z;
        double n = 1 / sqrt(ox * ox + oy * oy + oz * oz + ow * ow);
        o[0] = ox * n; o[1] = oy * n; o[2] = oz * n; o[3] = ow * n;
      }
    }
    clock_gettime(CLOCK_MONOTONIC, &t1);
    double ms = (t1.tv_sec - t0.tv_sec) * 1e3 + (t1.tv_nsec - t0.tv_nsec) / 1e6;
    if (ms < best) best = ms;
  }
  printf("%d joints, %d frames: %.0f ms (check %.6f)\n", joints, FRAMES, best, q[5]);
  return 0;
}

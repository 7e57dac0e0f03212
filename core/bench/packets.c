/* The same physics as core/assembly, one packet at a time in plain double precision: what the compiled tracer is
   measured against. Reads packets, layers, indexAbove, indexBelow and one row a layer (thickness cm or 0 for
   none, mua, mus, g, n); prints seconds, diffuse reflectance and transmittance. */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <time.h>

#define MOST 8
static struct { double top, bottom, mua, mut, g, n; } layer[MOST + 2];

static uint32_t a = 1, b = 2, c = 3, counter = 1;
static double uniform(void) {
  uint32_t sum = a + b + counter++;
  a = b ^ (b >> 9);
  b = c + (c << 3);
  c = ((c << 21) | (c >> 11)) + sum;
  return (sum + 0.5) / 4294967296.0;
}

static double fresnel(double n1, double n2, double cosine) {
  if (n1 == n2) return 0;
  double sine = n1 / n2 * sqrt(1 - cosine * cosine);
  if (sine >= 1) return 1;
  double beyond = sqrt(1 - sine * sine);
  double s = (n1 * cosine - n2 * beyond) / (n1 * cosine + n2 * beyond);
  double p = (n1 * beyond - n2 * cosine) / (n1 * beyond + n2 * cosine);
  return (s * s + p * p) / 2;
}

int main(void) {
  long packets;
  int layers;
  if (scanf("%ld %d %lf %lf", &packets, &layers, &layer[0].n, &layer[MOST + 1].n) != 4) return 1;
  double top = 0;
  for (int i = 1; i <= layers; i++) {
    double thick, mus;
    if (scanf("%lf %lf %lf %lf %lf", &thick, &layer[i].mua, &mus, &layer[i].g, &layer[i].n) != 5) return 1;
    layer[i].mut = layer[i].mua + mus;
    layer[i].top = top;
    layer[i].bottom = top = thick > 0 ? top + thick : INFINITY;
  }
  layer[layers + 1].n = layer[MOST + 1].n;
  double diffuse = 0, transmitted = 0, absorbed[MOST + 2] = {0};
  double entry = fresnel(layer[0].n, layer[1].n, 1);
  struct timespec from, to;
  clock_gettime(CLOCK_MONOTONIC, &from);
  for (long packet = 0; packet < packets; packet++) {
    double x = 0, y = 0, z = 0, ux = 0, uy = 0, uz = 1, w = 1 - entry, path = -log(uniform());
    int at = 1;
    for (;;) {
      double edge = uz > 0 ? (layer[at].bottom - z) / uz : uz < 0 ? (layer[at].top - z) / uz : INFINITY;
      double step = path / layer[at].mut;
      if (edge <= step) {
        int down = uz > 0, next = down ? at + 1 : at - 1;
        x += ux * edge;
        y += uy * edge;
        z = down ? layer[at].bottom : layer[at].top;
        path -= edge * layer[at].mut;
        if (uniform() < fresnel(layer[at].n, layer[next].n, fabs(uz))) {
          uz = -uz;
          continue;
        }
        if (next == 0) { diffuse += w; break; }
        if (next > layers) { transmitted += w; break; }
        double bend = layer[at].n / layer[next].n;
        ux *= bend;
        uy *= bend;
        uz = copysign(sqrt(fmax(0, 1 - ux * ux - uy * uy)), uz);
        at = next;
        continue;
      }
      x += ux * step;
      y += uy * step;
      z += uz * step;
      double lost = w * layer[at].mua / layer[at].mut;
      absorbed[at] += lost;
      w -= lost;
      if (w < 1e-3) {
        if (uniform() >= 0.1) break;
        w *= 10;
      }
      double g = layer[at].g, u = uniform(), part = (1 - g * g) / (1 - g + 2 * g * u);
      double cosine = g == 0 ? 2 * u - 1 : (1 + g * g - part * part) / (2 * g);
      double sine = sqrt(fmax(0, 1 - cosine * cosine)), angle = 2 * M_PI * uniform();
      double first = cos(angle), second = sin(angle);
      if (fabs(uz) > 0.99999) {
        ux = sine * first;
        uy = sine * second;
        uz = copysign(cosine, cosine * uz);
      } else {
        double across = sqrt(1 - uz * uz);
        double vx = sine * (ux * uz * first - uy * second) / across + ux * cosine;
        double vy = sine * (uy * uz * first + ux * second) / across + uy * cosine;
        uz = -sine * first * across + uz * cosine;
        ux = vx;
        uy = vy;
      }
      path = -log(uniform());
    }
  }
  clock_gettime(CLOCK_MONOTONIC, &to);
  printf("%.9f %.6f %.6f\n", (to.tv_sec - from.tv_sec) + (to.tv_nsec - from.tv_nsec) / 1e9, diffuse / packets,
         transmitted / packets);
  return absorbed[1] < 0;
}

package waxhand.core.thin;

/**
 * Few keys in the place of many samples.
 *
 * @param at which samples are keys, in rising order, the first and the last among them
 * @param in how the samples change on the way to each key, a sample, 3 numbers a key
 * @param out how they change away from it
 */
record FewKeys(int[] at, double[] in, double[] out) {
  /**
   * The samples that the keys tell, from one key to the next; keys keep their bits.
   *
   * @param samples what was thinned. Not modified.
   * @param dense Modified.
   */
  void dense(Course course, int key, double[] samples, double[] dense) {
    double[] way = new double[3];
    double[] first = new double[3];
    double[] last = new double[3];
    double[] seen = new double[3];
    int length = at[key + 1] - at[key];
    course.seen(samples, at[key], at[key + 1], way, 0);
    System.arraycopy(in, 3 * key + 3, last, 0, 3);
    course.toSlope(way, last);
    for (int i = 0; i < 3; i++) {
      first[i] = length * out[3 * key + i];
      last[i] *= length;
    }
    int width = course.width();
    System.arraycopy(samples, width * at[key], dense, width * at[key], width);
    System.arraycopy(samples, width * at[key + 1], dense, width * at[key + 1], width);
    for (int n = 1; n < length; n++) {
      Segment.at((double) n / length, way, first, last, seen);
      course.put(samples, at[key], seen, dense, at[key] + n);
    }
  }
}

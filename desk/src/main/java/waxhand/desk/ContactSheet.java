package waxhand.desk;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Image;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Map;
import javafx.geometry.Bounds;
import waxhand.core.motion.Clip;
import waxhand.core.motion.Frames;
import waxhand.core.project.Project;
import waxhand.rehearsal.Rehearsal;
import waxhand.rehearsal.convention.Convention;
import waxhand.rehearsal.mate.MateScene;

/** The figure on nine skeletons as others have them, at its lowest in three scenes: one picture. */
final class ContactSheet {
  static final int CELLS = 9;

  private static final int COLUMNS = 3;
  private static final int WIDE = 300;
  private static final int HIGH = 396;
  private static final int GAP = 8;

  private static final double SECONDS = 6;
  private static final double RATE_HZ = 30;

  /**
   * Chosen among many for their variety: spines of one to seven joints, without neck, hands or
   * toes, twist joints, hip joints of their own, helpers, rest poses that are no body.
   */
  private static final long[] CONVENTIONS = {2, 3, 6, 10, 15, 26, 28, 40, 49};

  /**
   * A row of the sheet.
   *
   * @param shown how much of the height of the view, from below: a figure that squats needs less
   */
  private record Row(MateScene scene, double shown) {}

  private static final List<Row> ROWS =
      List.of(
          new Row(MateScene.DEEP_SQUAT, 0.72),
          new Row(MateScene.LUNGE, 0.93),
          new Row(MateScene.REACH, 1));

  private final BufferedImage picture =
      new BufferedImage(
          GAP + COLUMNS * (WIDE + GAP),
          GAP + CELLS / COLUMNS * (HIGH + GAP),
          BufferedImage.TYPE_INT_RGB);
  private final int[] deepest = new int[CELLS];

  /** A project with a take for each skeleton. */
  Project project() {
    Project project = Project.empty("Skeletons");
    for (int n = 0; n < CELLS; n++) {
      long seed = CONVENTIONS[n];
      Rehearsal mates =
          Rehearsal.ofMate(ROWS.get(n / COLUMNS).scene(), SECONDS, RATE_HZ, 40 + seed, Map.of());
      deepest[n] = deepest(mates.truth());
      Rehearsal told = Convention.drawn(seed).of(mates).take();
      project = project.added("skeleton " + (n + 1), Demo.raw("skeleton", told.raw()));
    }
    return project;
  }

  private static int deepest(Clip clip) {
    double[] hips = new double[3 * clip.frames()];
    clip.translation(0).read(Frames.first(clip.frames()), hips);
    int deepest = 0;
    for (int f = 1; f < clip.frames(); f++) {
      deepest = hips[3 * f + 1] < hips[3 * deepest + 1] ? f : deepest;
    }
    return deepest;
  }

  /** The frame of a take in which the hips are lowest. */
  int frame(int cell) {
    return deepest[cell];
  }

  /**
   * Puts the middle of the view into a cell.
   *
   * @param window a picture of all of it
   * @param view where the view is in it
   * @return the sheet so far
   */
  BufferedImage with(int cell, BufferedImage window, Bounds view) {
    int high = (int) (ROWS.get(cell / COLUMNS).shown() * view.getHeight());
    int wide = high * WIDE / HIGH;
    int x = (int) (view.getMinX() + (view.getWidth() - wide) / 2);
    int y = (int) (view.getMaxY() - high);
    BufferedImage cut = window.getSubimage(x, y, wide, high);
    Graphics2D ink = picture.createGraphics();
    if (cell == 0) {
      ink.setColor(new Color(window.getRGB(x, (int) view.getMinY() + 1)));
      ink.fillRect(0, 0, picture.getWidth(), picture.getHeight());
    }
    int left = GAP + cell % COLUMNS * (WIDE + GAP);
    int top = GAP + cell / COLUMNS * (HIGH + GAP);
    ink.drawImage(cut.getScaledInstance(WIDE, HIGH, Image.SCALE_AREA_AVERAGING), left, top, null);
    ink.dispose();
    return picture;
  }
}

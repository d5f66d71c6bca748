package waxhand.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The application as it is started: it draws the wax figure, writes a picture and ends with 0. */
class ShotTest {
  /** Graphics drivers crash now and then; that is not what is tested. */
  private static final int TRIES = 3;

  @TempDir Path folder;

  private int shot(Path file, String pipeline) throws Exception {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(List.of("-Xmx2g", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC"));
    command.addAll(List.of("-Djava.awt.headless=true", "-Dprism.order=" + pipeline));
    command.addAll(List.of("-Dprism.forceGPU=true", "-Dwaxhand.home=" + folder));
    command.addAll(List.of("-XX:ErrorFile=" + folder.resolve("crash.log")));
    command.addAll(
        List.of(
            "-cp",
            System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"))));
    command.addAll(List.of("waxhand.desk.Launcher", "--demo", "--shot=" + file, "--frame=395"));
    Process process =
        new ProcessBuilder(command)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("log").toFile())
            .start();
    if (!process.waitFor(90, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      return -1;
    }
    return process.exitValue();
  }

  /** Share of the picture's middle that has the colour of wax, lit or in shade. */
  private static double wax(Path file) throws Exception {
    BufferedImage image = ImageIO.read(file.toFile());
    assertThat(image.getWidth()).isEqualTo(1280);
    int count = 0;
    int all = 0;
    for (int y = 160; y < 600; y++) {
      for (int x = 440; x < 740; x++) {
        int rgb = image.getRGB(x, y);
        int r = rgb >> 16 & 255;
        int b = rgb & 255;
        all++;
        count += r - b > 50 ? 1 : 0;
      }
    }
    return (double) count / all;
  }

  @Test
  void theWaxFigureIsDrawn() throws Exception {
    Path file = folder.resolve("shot.png");
    int code = -1;
    for (int n = 0; n < TRIES && code != 0; n++) {
      code = shot(file, "es2,sw");
    }
    assertThat(code).as(Files.readString(folder.resolve("log"))).isZero();
    assertThat(wax(file)).isGreaterThan(0.07);
  }

  @Test
  void withoutThreeDimensionsTheWireIsDrawn() throws Exception {
    Path file = folder.resolve("wire.png");
    assertThat(shot(file, "sw")).isZero();
    assertThat(wax(file)).isBetween(0.0, 0.05);
  }
}

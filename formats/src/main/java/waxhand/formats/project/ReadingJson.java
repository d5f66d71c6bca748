package waxhand.formats.project;

import java.util.Optional;
import waxhand.core.body.Cast;
import waxhand.core.project.RawTake;
import waxhand.core.text.Legible;
import waxhand.formats.FormatException;
import waxhand.formats.Limits;
import waxhand.formats.Reading;
import waxhand.formats.Unit;
import waxhand.formats.Up;

/** How a take was read, as it stands in project.json. What is wrong there is guessed anew. */
final class ReadingJson {
  private static final String GUESSED = "; it was guessed from the file";

  private ReadingJson() {}

  static Reading read(At reading) throws FormatException {
    reading.members();
    // in projects of before these were known every row is motion
    Reading how = Reading.GUESS.withRestFrames(0);
    At unit = reading.get("unit");
    Optional<Unit> known = Unit.ofKey(unit.text(""));
    if (known.isPresent()) {
      how = how.withUnit(known.get());
    } else if (unit.isThere()) {
      unit.wrong("there is no unit " + unit.quoted() + GUESSED);
    }
    At up = reading.get("up");
    Optional<Up> axis = Up.ofKey(up.text(""));
    if (axis.isPresent()) {
      how = how.withUp(axis.get());
    } else if (up.isThere()) {
      up.wrong("there is no axis " + up.quoted() + GUESSED);
    }
    At rest = reading.get("restFrames");
    if (rest.isThere()) {
      try {
        how = how.withRestFrames(Integer.parseInt(rest.text("")));
      } catch (IllegalArgumentException e) {
        rest.wrong(rest.quoted() + " is no number of rest frames" + GUESSED);
      }
    }
    At body = reading.get("body");
    if (body.isThere()) {
      how = how.withBody(body.text(""));
    }
    At cast = reading.get(RawTake.CAST);
    Optional<Cast> roles = Cast.parse(cast.text(""));
    if (roles.isPresent()) {
      how = how.withCast(roles.get());
    } else if (cast.isThere()) {
      cast.wrong("the roles of the joints are no list of roles" + GUESSED);
    }
    return withRate(how, reading.get("rateHz"));
  }

  private static Reading withRate(Reading how, At rate) throws FormatException {
    if (!rate.isThere()) {
      return how;
    }
    try {
      return how.withRate(Double.parseDouble(rate.text("")));
    } catch (IllegalArgumentException e) {
      rate.wrong(
          rate.quoted()
              + " is no rate from "
              + Legible.of(Limits.LOWEST_HZ)
              + " to "
              + Legible.of(Limits.HIGHEST_HZ)
              + " frames a second"
              + GUESSED);
      return how;
    }
  }
}

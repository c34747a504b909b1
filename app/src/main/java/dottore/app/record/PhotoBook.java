package dottore.app.record;

import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.ticket.NewLine;
import java.io.IOException;
import java.io.OutputStream;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pictures taken at the bench, kept with their ticket. */
@Service
public class PhotoBook {
  /** Bytes of the largest picture. */
  public static final long LARGEST = 8 << 20;

  private static final int MOST = 40;

  /** A picture without its bytes. */
  public record Taken(long id, String note, Instant at, String who) {}

  /** A picture with its bytes. */
  public record Shown(String type, byte[] bytes) {
    public Shown {
      bytes = bytes.clone();
    }

    /** A copy of the picture's bytes. */
    @Override
    public byte[] bytes() {
      return bytes.clone();
    }
  }

  private final PhotoRepository photos;

  PhotoBook(PhotoRepository photos) {
    this.photos = photos;
  }

  /** What kind of picture the bytes are, by how they begin; empty if none that a browser shows. */
  public static Optional<String> type(byte[] bytes) {
    if (begins(bytes, 0, 0xFF, 0xD8, 0xFF)) {
      return Optional.of("image/jpeg");
    }
    if (begins(bytes, 0, 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A)) {
      return Optional.of("image/png");
    }
    return begins(bytes, 0, 'R', 'I', 'F', 'F') && begins(bytes, 8, 'W', 'E', 'B', 'P')
        ? Optional.of("image/webp")
        : Optional.empty();
  }

  private static boolean begins(byte[] bytes, int from, int... wanted) {
    if (bytes.length < from + wanted.length) {
      return false;
    }
    for (int i = 0; i < wanted.length; i++) {
      if ((bytes[from + i] & 0xFF) != wanted[i]) {
        return false;
      }
    }
    return true;
  }

  /**
   * Keeps a picture.
   *
   * @throws IllegalArgumentException if it is no picture
   * @throws Refused if the ticket has as many pictures as it can hold
   */
  public void keep(Writing writing, byte[] bytes, String note) {
    Photo photo = new Photo();
    photo.type =
        type(bytes).orElseThrow(() -> new IllegalArgumentException("neither JPEG, PNG nor WebP"));
    photo.ticketId = writing.id();
    if (photos.countByTicketId(photo.ticketId) >= MOST) {
      throw new Refused("A ticket holds " + MOST + " pictures. Nothing was kept.");
    }
    photo.bytes = bytes;
    photo.small = SmallPicture.of(bytes);
    photo.note = note.strip();
    photo.takenAt = writing.at();
    photo.takenBy = writing.who();
    photos.save(photo);
    String text = "Picture kept" + (note.isBlank() ? "" : ": " + note.strip());
    writing.append(NewLine.note(text));
  }

  @Transactional(readOnly = true)
  public List<Taken> of(TicketFile file) {
    return photos.of(file.id());
  }

  /**
   * The small one of a picture; empty where none could be made. Reads neither ticket nor original.
   */
  @Transactional(readOnly = true)
  public Optional<Shown> small(String claim, long id) {
    return photos
        .small(claim, id)
        .filter(bytes -> bytes.length > 0)
        .map(bytes -> new Shown("image/jpeg", bytes));
  }

  /** Pieces in which a picture is sent: no more of it is held, nor a connection while it goes. */
  private static final int PIECE = 1 << 18;

  /** A picture that is sent in pieces. */
  public record Large(String type, long size, Pieces pieces) {}

  /** Sends all pieces. */
  public interface Pieces {
    void to(OutputStream out) throws IOException;
  }

  /**
   * One picture of a ticket, to be sent.
   *
   * @throws NotThere if the ticket has none of this number
   */
  @Transactional(readOnly = true)
  public Large large(String claim, long id) {
    PhotoRepository.Size size =
        photos.size(claim, id).orElseThrow(() -> new NotThere("This ticket has no such picture."));
    return new Large(
        size.getType(),
        size.getBytes(),
        out -> {
          for (int first = 1; first <= size.getBytes(); first += PIECE) {
            out.write(photos.piece(id, first, PIECE));
          }
        });
  }

  /**
   * One picture of a ticket.
   *
   * @throws NotThere if the ticket has none of this number
   */
  @Transactional(readOnly = true)
  public Shown show(TicketFile file, long id) {
    return photos
        .one(file.id(), id)
        .map(photo -> new Shown(photo.type, photo.bytes))
        .orElseThrow(() -> new NotThere("This ticket has no such picture."));
  }
}

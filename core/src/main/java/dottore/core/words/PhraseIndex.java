package dottore.core.words;

import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.casebook.Vocabulary.Sign;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.text.similarity.LevenshteinDistance;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.CharArraySet;
import org.apache.lucene.analysis.StopFilter;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.charfilter.MappingCharFilter;
import org.apache.lucene.analysis.charfilter.NormalizeCharMap;
import org.apache.lucene.analysis.core.LowerCaseFilter;
import org.apache.lucene.analysis.en.EnglishPossessiveFilter;
import org.apache.lucene.analysis.snowball.SnowballFilter;
import org.apache.lucene.analysis.standard.StandardTokenizer;
import org.apache.lucene.analysis.synonym.SynonymGraphFilter;
import org.apache.lucene.analysis.synonym.SynonymMap;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;
import org.apache.lucene.document.Document;
import org.apache.lucene.document.Field;
import org.apache.lucene.document.StoredField;
import org.apache.lucene.document.StringField;
import org.apache.lucene.document.TextField;
import org.apache.lucene.index.DirectoryReader;
import org.apache.lucene.index.IndexWriter;
import org.apache.lucene.index.IndexWriterConfig;
import org.apache.lucene.index.Term;
import org.apache.lucene.search.BooleanClause;
import org.apache.lucene.search.BooleanQuery;
import org.apache.lucene.search.FuzzyQuery;
import org.apache.lucene.search.IndexSearcher;
import org.apache.lucene.search.Query;
import org.apache.lucene.search.ScoreDoc;
import org.apache.lucene.search.TermQuery;
import org.apache.lucene.search.similarities.BM25Similarity;
import org.apache.lucene.store.ByteBuffersDirectory;
import org.apache.lucene.util.CharsRef;
import org.tartarus.snowball.ext.EnglishStemmer;

/**
 * The casebook's phrases, held in memory and found by their words: stemmed, through synonyms, with
 * one wrong letter in a long word. A phrase that denies is found by words that deny, and no other.
 * Immutable, may be shared between threads.
 *
 * <p>How well a phrase fits: half the cosine of the angle between the words said and its own, each
 * word weighed by how few meanings use it (Salton and Buckley 1988), half the share of the words
 * said that all phrases of its meaning have.
 */
final class PhraseIndex {
  /** Ranks phrases by their rare words; a phrase's length counts little, all are short. */
  private static final BM25Similarity RANKING = new BM25Similarity(0.4f, 0.3f);

  private static final String WORDS = "words";
  private static final String DENIES = "denies";
  private static final String NUMBER = "number";
  private static final String NOT = "not";
  private static final int LONG_ENOUGH_TO_MISSPELL = 5;
  private static final int MOST_WORDS = 60;
  private static final double MISSPELT = 0.9;

  /**
   * A single word must be nearly all of a phrase: "sound" alone does not say that there is none.
   */
  private static final double ALONE = 0.7;

  /** A word that one phrase of a meaning has counts 1 / (1 + this), with more it comes near 1. */
  private static final double ONCE = 0.7;

  private static final LevenshteinDistance ONE_LETTER = new LevenshteinDistance(1);

  /** Weight of a word that no phrase uses: it may be about anything. */
  private static final double UNKNOWN = 4;

  private static final Set<String> DENYING =
      Set.of(
          "no", "never", "nothing", "none", "without", "cannot", "neither", "nobody", "cant",
          "dont", "doesnt", "didnt", "isnt", "wont", "wasnt", "arent", "hasnt");
  private static final CharArraySet STOP =
      CharArraySet.unmodifiableSet(
          StopFilter.makeStopSet(
              ("a an the it its is are was were be been of to my your our his her their on in at"
                   + " and or that this by from for has have had does do did i we he she they when"
                   + " while just very then so but up with as also there here out me some any even"
                   + " only really again now if over into them us get got too about please thank"
                   + " thanks much want")
                  .split(" ")));

  /**
   * A phrase that was found.
   *
   * @param fit 0 to 1
   */
  record Hit(Sign sign, double fit) {}

  /** The phrases of a meaning that deny, or those that do not. */
  private record Pool(Meaning meaning, boolean denies) {}

  private final List<Sign> signs;
  private final List<Set<String>> wordsOf = new ArrayList<>();
  private final Map<String, Double> weights = new HashMap<>();
  private final Map<Pool, Map<String, Integer>> pools = new HashMap<>();
  private final Analyzer analyzer;
  private final IndexSearcher searcher;

  PhraseIndex(List<Sign> signs, Map<String, String> synonyms) {
    this.signs = List.copyOf(signs);
    analyzer = analyzer(synonyms);
    ByteBuffersDirectory memory = new ByteBuffersDirectory();
    IndexWriterConfig settings = new IndexWriterConfig(analyzer).setSimilarity(RANKING);
    Map<String, Set<Meaning>> users = new HashMap<>();
    try {
      try (IndexWriter writer = new IndexWriter(memory, settings)) {
        for (Sign sign : this.signs) {
          Set<String> words = words(sign.phrase());
          words.forEach(
              word -> users.computeIfAbsent(word, w -> new HashSet<>()).add(sign.meaning()));
          Document document = new Document();
          document.add(new TextField(WORDS, sign.phrase(), Field.Store.NO));
          document.add(new StringField(DENIES, denies(words), Field.Store.NO));
          document.add(new StoredField(NUMBER, wordsOf.size()));
          writer.addDocument(document);
          wordsOf.add(words);
          Map<String, Integer> pool =
              pools.computeIfAbsent(
                  new Pool(sign.meaning(), words.contains(NOT)), none -> new HashMap<>());
          words.forEach(word -> pool.merge(word, 1, Integer::sum));
        }
      }
      searcher = new IndexSearcher(DirectoryReader.open(memory));
    } catch (IOException memoryFailed) {
      throw new UncheckedIOException(memoryFailed);
    }
    searcher.setSimilarity(RANKING);
    long meanings = this.signs.stream().map(Sign::meaning).distinct().count();
    users.forEach((word, use) -> weights.put(word, Math.log(1 + (double) meanings / use.size())));
  }

  /** The phrases nearest to a clause, best first; none if nothing telling was said. */
  List<Hit> nearest(String clause, int atMost) {
    Set<String> said = words(clause);
    BooleanQuery.Builder query = new BooleanQuery.Builder();
    said.stream()
        .filter(word -> !word.equals(NOT))
        .forEach(word -> query.add(query(word), BooleanClause.Occur.SHOULD));
    query.add(new TermQuery(new Term(DENIES, denies(said))), BooleanClause.Occur.FILTER);
    query.setMinimumNumberShouldMatch(1);
    try {
      List<Hit> hits = new ArrayList<>();
      for (ScoreDoc found : searcher.search(query.build(), atMost).scoreDocs) {
        int number =
            searcher.storedFields().document(found.doc).getField(NUMBER).numericValue().intValue();
        hits.add(new Hit(signs.get(number), fit(said, number)));
      }
      hits.sort(Comparator.comparingDouble(Hit::fit).reversed());
      return hits;
    } catch (IOException memoryFailed) {
      throw new UncheckedIOException(memoryFailed);
    }
  }

  /** A word that nobody knows is taken for one that differs by a letter. */
  private Query query(String word) {
    Term term = new Term(WORDS, word);
    return mayBeMisspelt(word) ? new FuzzyQuery(term, 1, 1) : new TermQuery(term);
  }

  private boolean mayBeMisspelt(String word) {
    return word.length() >= LONG_ENOUGH_TO_MISSPELL && !weights.containsKey(word);
  }

  /** As near as the phrase is, and as much of what was said as its meaning's phrases have. */
  private double fit(Set<String> said, int number) {
    Sign sign = signs.get(number);
    Map<String, Integer> pool =
        pools.getOrDefault(new Pool(sign.meaning(), said.contains(NOT)), Map.of());
    double angle = angle(said, wordsOf.get(number));
    if (said.size() == 1) {
      return angle >= ALONE ? angle : 0;
    }
    return (angle + covered(said, pool)) / 2;
  }

  /** The cosine of the angle between what was said and a phrase. */
  private double angle(Set<String> said, Set<String> phrase) {
    double both = 0;
    double spoken = 0;
    for (String word : said) {
      if (phrase.contains(word)) {
        both += square(word);
        spoken += square(word);
      } else {
        Optional<String> meant = meant(word, phrase);
        both += meant.map(other -> MISSPELT * square(other)).orElse(0.0);
        spoken += square(meant.orElse(word));
      }
    }
    double all = phrase.stream().mapToDouble(this::square).sum();
    return both / Math.sqrt(all * spoken);
  }

  /** How much of what was said a meaning's phrases have; a word counts more when several do. */
  private double covered(Set<String> said, Map<String, Integer> pool) {
    double heard = 0;
    double all = 0;
    for (String word : said) {
      int n = pool.getOrDefault(word, 0);
      heard += square(word) * n / (n + ONCE);
      all += square(word);
    }
    return heard / all;
  }

  private Optional<String> meant(String word, Set<String> phrase) {
    return mayBeMisspelt(word)
        ? phrase.stream()
            .filter(other -> other.length() >= LONG_ENOUGH_TO_MISSPELL)
            .filter(other -> ONE_LETTER.apply(word, other) == 1)
            .findFirst()
        : Optional.empty();
  }

  private double square(String word) {
    double weight = weights.getOrDefault(word, UNKNOWN);
    return weight * weight;
  }

  private static String denies(Set<String> words) {
    return words.contains(NOT) ? "yes" : "no";
  }

  /** The telling words, as they stand in the index. */
  private Set<String> words(String text) {
    Set<String> words = new LinkedHashSet<>();
    try (TokenStream stream = analyzer.tokenStream(WORDS, text)) {
      CharTermAttribute word = stream.addAttribute(CharTermAttribute.class);
      stream.reset();
      while (words.size() < MOST_WORDS && stream.incrementToken()) {
        words.add(word.toString());
      }
      stream.end();
    } catch (IOException memoryFailed) {
      throw new UncheckedIOException(memoryFailed);
    }
    return words;
  }

  private static Analyzer analyzer(Map<String, String> synonyms) {
    NormalizeCharMap.Builder shortened = new NormalizeCharMap.Builder();
    for (String apostrophe : List.of("'", "\u2019")) {
      shortened.add("n" + apostrophe + "t", " not");
      shortened.add("N" + apostrophe + "T", " not");
    }
    NormalizeCharMap map = shortened.build();
    SynonymMap same = synonymMap(synonyms);
    return new Analyzer() {
      @Override
      protected Reader initReader(String field, Reader reader) {
        return new MappingCharFilter(map, reader);
      }

      @Override
      protected TokenStreamComponents createComponents(String field) {
        StandardTokenizer words = new StandardTokenizer();
        TokenStream stream = new EnglishPossessiveFilter(new LowerCaseFilter(words));
        stream = new SnowballFilter(new StopFilter(stream, STOP), new EnglishStemmer());
        return new TokenStreamComponents(words, new SynonymGraphFilter(stream, same, true));
      }
    };
  }

  private static SynonymMap synonymMap(Map<String, String> synonyms) {
    EnglishStemmer stemmer = new EnglishStemmer();
    SynonymMap.Builder map = new SynonymMap.Builder(true);
    DENYING.forEach(word -> map.add(new CharsRef(stem(stemmer, word)), new CharsRef(NOT), false));
    synonyms.forEach(
        (word, stands) ->
            map.add(new CharsRef(stem(stemmer, word)), new CharsRef(stem(stemmer, stands)), false));
    try {
      return map.build();
    } catch (IOException memoryFailed) {
      throw new UncheckedIOException(memoryFailed);
    }
  }

  private static String stem(EnglishStemmer stemmer, String word) {
    stemmer.setCurrent(word.toLowerCase(Locale.ROOT));
    stemmer.stem();
    return stemmer.getCurrent();
  }
}

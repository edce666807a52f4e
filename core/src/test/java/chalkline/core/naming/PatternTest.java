package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.Bounds;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternTest {
    private static final Map<Token, String> VALUES = Map.of(
            Token.SUBJECT, "OCEA",
            Token.NUMBER, "7",
            Token.TITLE, "Tides  and Ice",
            Token.LABEL, "OCEA 7-001",
            Token.INSTRUCTORS, "Åsström/Lund",
            Token.TERM_NAME, "Spring 2027");

    private static String render(String pattern) throws PatternException {
        return NamePattern.parse(pattern).render(token -> VALUES.getOrDefault(token, ""));
    }

    @ParameterizedTest
    @CsvSource({
        "{label} {title},OCEA 7-001 Tides and Ice",
        "{ subject : lower }{number:pad 3},ocea007",
        "{title}[ · {topic}],Tides and Ice",
        "{title}[ · {topic}[ in {term.name}]],Tides and Ice",
        "{title}[ ({term.name}[; {topic}])],Tides and Ice (Spring 2027)",
        "{instructors:first:plain:upper},ASSTROM",
        "{label:slug},ocea-7-001",
        "{title:cut 9},Tides…",
        "'\\{{subject}\\} \\[x\\] \\\\',{OCEA} [x] \\",
        "'  {topic}  {topic} ',''",
        "a | b,a | b",
        "Section [of {term.name}] only,Section of Spring 2027 only",
        "x[{subject}]y[{number}]z,xOCEAy7z"
    })
    void renders(String pattern, String text) throws PatternException {
        assertThat(render(pattern)).isEqualTo(text);
    }

    @Test
    void aGroupCountsOnlyTheTokensDirectlyInIt() throws PatternException {
        assertThat(render("[{subject}[{topic}]]")).isEqualTo("OCEA");
        assertThat(render("[{topic}[{subject}]]")).isEmpty();
        assertThat(render("[{title:cut 5:slug}]")).isEqualTo("tide");
    }

    @ParameterizedTest
    @CsvSource({
        "{titel},2",
        "{title:shout},8",
        "{title:cut 0},8",
        "{title:cut},8",
        "ab{title,3",
        "[{title},1",
        "a]b,2",
        "a}b,2",
        "ab\\,3",
        "{},2",
        "😀{x},3",
        "{ nope },3"
    })
    void saysAtWhichColumnItGoesWrong(String pattern, int column) {
        assertThatThrownBy(() -> NamePattern.parse(pattern))
                .isInstanceOfSatisfying(
                        PatternException.class, e -> assertThat(e.column()).isEqualTo(column));
    }

    @Test
    void everyTokenSaysInAFewWordsWhatItGives() {
        assertThat(Token.values())
                .extracting(Token::help)
                .doesNotHaveDuplicates()
                .allSatisfy(help -> assertThat(help).isNotBlank());
    }

    @Test
    void aPatternIsWrittenAsItWasRead() throws PatternException {
        String written = "{label:cut 9}[ · {title}]";
        assertThat(NamePattern.parse(written).source()).isEqualTo(written);
    }

    @Test
    void firstOfAListThatBeginsWithASlashIsNothing() throws PatternException {
        NamePattern<Token> first = NamePattern.parse("{instructors:first}");
        assertThat(first.render(token -> "/Lund")).isEmpty();
        assertThat(first.render(token -> "Lund")).isEqualTo("Lund");
    }

    @Test
    void bracketsStandInsideEachOtherUpToABoundAndBesideEachOtherWithoutOne() throws PatternException {
        int most = Bounds.BRACKETS;
        String inside = "[".repeat(most) + "{subject}" + "]".repeat(most);
        assertThat(render(inside + inside)).isEqualTo("OCEAOCEA");
        assertThat(render("[{subject}]".repeat(most + 1))).hasSize(4 * (most + 1));
        assertThatThrownBy(() -> NamePattern.parse("[" + inside + "]"))
                .isInstanceOfSatisfying(
                        PatternException.class, e -> assertThat(e.column()).isEqualTo(most + 1));
    }

    @Test
    void aTokenWithoutANameAndOneThatIsNoneAreToldApart() {
        assertThatThrownBy(() -> NamePattern.parse("{}")).hasMessageContaining("a token needs a name");
        assertThatThrownBy(() -> NamePattern.parse("{nope}")).hasMessageContaining("there is no token named \"nope\"");
    }
}

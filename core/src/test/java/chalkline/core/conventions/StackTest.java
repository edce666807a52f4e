package chalkline.core.conventions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.Lists;
import chalkline.core.arrivals.Section;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StackTest {
    private static final Section SECTION = new Lists()
            .course("c", "OCEA 510", "Tides")
            .section("a", "c", "001", "27SP-B", "Harbour", "online", "lab,Own Pace")
            .teaches("a", "u7", "Abara", true)
            .only();

    private static String text(Conventions rules, Setting setting) {
        return new Stack(rules).settingsOf(SECTION).get(setting).text();
    }

    @Test
    void aLayerThatIsOffHoldsForNobodyAndFixesNothing() {
        Conventions rules =
                new Rules().all("layout", "units").all("layout", "discussion").done();
        Layer last = rules.layers().get(1);
        Layer off = new Layer(last.name(), last.when(), last.set(), EnumSet.of(Setting.NEWS_ITEMS), true);
        Conventions without = rules.withLayer(1, off);
        assertThat(text(without, Setting.LAYOUT)).isEqualTo("units");
        Stack stack = new Stack(rules);
        assertThat(stack.settingsOf(SECTION).get(Setting.LAYOUT).text()).isEqualTo("discussion");
        assertThat(stack.under(without).settingsOf(SECTION).get(Setting.LAYOUT).text())
                .isEqualTo("units");
    }

    @Test
    void twoStacksGiveASettingAlikeWhereNothingSaysAnythingElseOfIt() {
        Conventions rules = new Rules()
                .all("shellPer", "section", "layout", "units")
                .layer("subject", "OCEA", "shellPer", "course")
                .done();
        Stack stack = new Stack(rules);
        Layer last = rules.layers().get(1);
        Layer relaid = last.with(Setting.LAYOUT, Setting.LAYOUT.unlessSet());
        assertThat(alike(stack, rules)).isTrue();
        assertThat(alike(stack, rules.withLayer(1, relaid))).isTrue();
        assertThat(alike(stack, rules.withLayer(1, last.without(Setting.SHELL_PER))))
                .isFalse();
        Layer fixing = new Layer(last.name(), last.when(), last.set(), EnumSet.of(Setting.SHELL_PER), false);
        assertThat(alike(stack, rules.withLayer(1, fixing))).isFalse();
        Layer off = new Layer(last.name(), last.when(), last.set(), last.fix(), true);
        assertThat(alike(stack, rules.withLayer(1, off))).isFalse();
        assertThat(alike(stack, rules.withLayer(1, elsewhere(last)))).isFalse();
        Conventions withOverride = new Rules()
                .all("shellPer", "section", "layout", "units")
                .layer("subject", "OCEA", "shellPer", "course")
                .override("a", "shellPer", "section")
                .done();
        assertThat(alike(stack, withOverride)).isFalse();
    }

    @Test
    void whatHeldBeforeLeadsToWhatHoldsNowWhereTheSameLayersMatch() {
        Conventions rules = new Rules()
                .all("layout", "units")
                .layer("subject", "OCEA", "newsItems", "5")
                .done();
        Conventions own = new Rules()
                .all("layout", "units")
                .layer("subject", "OCEA", "newsItems", "5")
                .override(SECTION.id(), "layout", "weeks")
                .done();
        Stack stack = new Stack(rules);
        Settings then = stack.settingsOf(SECTION);
        Conventions relaid = rules.withLayer(
                0, rules.layers().get(0).with(Setting.LAYOUT, Value.known(Setting.LAYOUT, "discussion")));
        assertThat(stack.under(relaid).settingsOf(SECTION, then))
                .isEqualTo(new Stack(relaid).settingsOf(SECTION))
                .isNotEqualTo(then);
        Stack overridden = stack.under(own);
        assertThat(overridden.settingsOf(SECTION, then)).isEqualTo(new Stack(own).settingsOf(SECTION));
        assertThat(overridden.under(rules).settingsOf(SECTION, overridden.settingsOf(SECTION)))
                .as("the override is gone again")
                .isEqualTo(then);
        assertThat(stack.under(rules.withLayer(1, elsewhere(rules.layers().get(1))))
                        .settingsOf(SECTION, then))
                .as("the layer matches others now")
                .isNotEqualTo(then);
    }

    private static Layer elsewhere(Layer layer) {
        return new Layer(
                layer.name(),
                When.known(Map.of(Condition.SUBJECT, List.of("ECON"))),
                layer.set(),
                layer.fix(),
                layer.off());
    }

    private static boolean alike(Stack stack, Conventions other) {
        return stack.under(other).givesAlike(Setting.SHELL_PER, stack);
    }

    @ParameterizedTest
    @CsvSource({
        "college,sea,true",
        "college,College of the SEA,true",
        "department,ocea,true",
        "department,Econ,false",
        "part,second HALF,true",
        "part,27sp-b,true",
        "subject,OCEA|ECON,true",
        "course,ocea 510,true",
        "course,OCEA510,false",
        "level,500-599,true",
        "level,510,true",
        "level,100-499,false",
        "delivery,ONLINE,true",
        "campus,main,false",
        "tag,own pace,true",
        "section,A,true",
        "instructor,u7,true"
    })
    void conditionsMatchWithoutRegardToCase(String condition, String value, boolean matches) {
        Conventions rules =
                new Rules().layer(condition, value, "newsItems", "9").done();
        assertThat(text(rules, Setting.NEWS_ITEMS)).isEqualTo(matches ? "9" : "3");
    }

    @Test
    void theLastMatchingLayerThatSetsAKeyWins() {
        Conventions rules = new Rules()
                .all("newsItems", "1", "layout", "units")
                .layer("subject", "OCEA", "newsItems", "2")
                .layer("subject", "ECON", "newsItems", "4")
                .done();
        assertThat(text(rules, Setting.NEWS_ITEMS)).isEqualTo("2");
        assertThat(text(rules, Setting.LAYOUT)).isEqualTo("units");
    }

    @Test
    void overridesComeAfterAllLayersAndTheLastOneWins() {
        Conventions rules = new Rules()
                .all("newsItems", "1")
                .override("a", "newsItems", "5")
                .override("a", "newsItems", "6")
                .override("other", "newsItems", "7")
                .done();
        assertThat(text(rules, Setting.NEWS_ITEMS)).isEqualTo("6");
    }

    @Test
    void whatIsFixedStaysAndTheAttemptIsNoted() {
        EnumSet<Setting> fix = EnumSet.of(Setting.UPLOAD_LIMIT);
        Conventions rules = new Rules()
                .layer(fix, "", "", "uploadLimitMB", "20")
                .override("a", "uploadLimitMB", "50")
                .done();
        Settings settings = new Stack(rules).settingsOf(SECTION);
        assertThat(settings.get(Setting.UPLOAD_LIMIT).text()).isEqualTo("20");
        assertThat(settings.ignored()).isTrue();

        Conventions same = new Rules()
                .layer(fix, "", "", "uploadLimitMB", "20")
                .override("a", "uploadLimitMB", "020")
                .done();
        assertThat(new Stack(same).settingsOf(SECTION).ignored()).isFalse();
    }

    @Test
    void aLayerMayFixWhatItDoesNotSet() {
        Conventions rules = new Rules()
                .all("newsItems", "8")
                .layer(EnumSet.of(Setting.NEWS_ITEMS, Setting.PRINTING), "subject", "OCEA")
                .all("newsItems", "1", "printing", "no")
                .done();
        assertThat(text(rules, Setting.NEWS_ITEMS)).isEqualTo("8");
        assertThat(text(rules, Setting.PRINTING)).isEqualTo("yes");
    }

    @Test
    void theTraceNamesEveryStep() {
        Conventions rules = new Rules()
                .layer(EnumSet.of(Setting.NEWS_ITEMS), "", "", "newsItems", "1")
                .layer("subject", "ECON", "newsItems", "2")
                .override("a", "newsItems", "6")
                .done();
        Settings.Trace trace = new Stack(rules).trace(SECTION, Setting.NEWS_ITEMS);
        assertThat(trace.steps())
                .extracting(step -> step.source().origin() + " " + step.value() + " " + step.taken())
                .containsExactly("DEFAULT 3 true", "LAYER 1 true", "OVERRIDE 6 false");
        assertThat(trace.steps().get(1).fixes()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "open,maybe",
        "units,0",
        "units,1000",
        "layout,grid",
        "entry,roster guest",
        "entry,roster roster",
        "language,x_y",
        "language,''",
        "newsItems,-1",
        "newsItems,1.5",
        "distinguish,colour",
        "opens,soon",
        "title,{titel}"
    })
    void refusesWhatASettingDoesNotTake(String setting, String text) {
        assertThatThrownBy(() -> Value.of(Setting.named(setting).orElseThrow(), text))
                .isInstanceOf(ValueException.class);
    }

    @ParameterizedTest
    @CsvSource({
        "open,true,yes",
        "open,no,no",
        "units,weeks,weeks",
        "units,007,7",
        "language,fr-CA,fr-CA",
        "language,sr-Latn-RS,sr-Latn-RS"
    })
    void takesValuesInTheirCanonicalForm(String setting, String text, String canonical) throws ValueException {
        assertThat(Value.of(Setting.named(setting).orElseThrow(), text).text()).isEqualTo(canonical);
    }

    @Test
    void levelRangesMustNotRunBackwards() {
        assertThatThrownBy(() -> When.of(Map.of(Condition.LEVEL, List.of("500-400"))))
                .isInstanceOf(ValueException.class);
    }
}

package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Move;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Courses, subjects or whole departments put under other departments, beside or instead of what is moved already. */
record MovesEdit(
        @NotNull @Size(max = Bounds.MOVES) List<@Valid Of> add,
        @NotNull @Size(max = Bounds.MOVES) List<Integer> takeOut) {

    /**
     * One move, which wins over those before it.
     *
     * @param condition {@code course}, {@code subject}, {@code department} or another condition of conventions
     * @param values that the condition matches
     * @param to the code of a department
     * @param name what it is called from then on; null for what the list calls it
     * @param college the code of its college; null for what the list says
     * @param since a term's code or a day; null for all terms
     */
    public record Of(
            @NotBlank String condition,

            @NotNull @Size(min = 1, max = Bounds.CONDITION_VALUES)
            List<@NotBlank @Size(max = Bounds.ID) String> values,

            @NotBlank @Size(max = Bounds.ID) String to,
            @Nullable @Size(max = Bounds.NAME) String name,
            @Nullable @Size(max = Bounds.ID) String college,
            @Nullable @Size(max = Bounds.ID) String since) {

        private When when() {
            Map<Condition, List<String>> conditions = new LinkedHashMap<>();
            conditions.put(
                    Condition.named(condition)
                            .orElseThrow(() -> new Refusal("moves", 0, "There is no condition \"" + condition + "\".")),
                    values);
            try {
                return When.of(conditions);
            } catch (ValueException e) {
                throw new Refusal("moves", e.column(), e.getMessage());
            }
        }
    }

    Conventions applyTo(Conventions conventions) {
        List<Move> moves = new ArrayList<>();
        for (int i = 0; i < conventions.moves().size(); i++) {
            if (!takeOut.contains(i)) {
                moves.add(conventions.moves().get(i));
            }
        }
        add.forEach(one ->
                moves.add(new Move(one.when(), one.to(), given(one.since()), given(one.name()), given(one.college()))));
        if (moves.size() > Bounds.MOVES) {
            throw new Refusal("moves", 0, "At most " + Bounds.MOVES + " moves hold at once; take out what is over.");
        }
        return conventions.withMoves(moves);
    }

    private static Optional<String> given(@Nullable String text) {
        return Optional.ofNullable(text).map(String::strip).filter(some -> !some.isEmpty());
    }

    When about() {
        return add.size() == 1 ? add.get(0).when() : When.ALWAYS;
    }
}

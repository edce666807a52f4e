package chalkline.server.people;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface Accounts extends JpaRepository<Account, String> {

    /** The login and name of everybody, and nothing else of them. */
    interface Named {
        String getLogin();

        String getName();
    }

    @Query("select a.login as login, a.name as name from Account a")
    List<Named> names();

    @Query("select a.login as login, a.name as name from Account a where a.login in :logins")
    List<Named> names(Collection<String> logins);

    /** Asked with every request: a query that fetches is made ready once, one with a graph each time anew. */
    @Query("select a from Account a left join fetch a.roles left join fetch a.departments where a.login = :login")
    Optional<Account> findWithRolesByLogin(String login);

    @EntityGraph(attributePaths = {"roles", "departments"})
    List<Account> findAllByOrderByName();

    @EntityGraph(attributePaths = {"roles", "departments"})
    Optional<Account> findBySubject(String subject);

    Optional<Account> findByPerson(String person);

    @EntityGraph(attributePaths = {"roles", "departments"})
    @Query("select a from Account a join a.departments d where d in :departments and a.disabled = false")
    List<Account> findEnabledOf(Collection<String> departments);

    @EntityGraph(attributePaths = {"roles", "departments"})
    @Query("select a from Account a join a.roles r where r = :role and a.disabled = false")
    List<Account> findEnabledAs(chalkline.server.policy.Role role);
}

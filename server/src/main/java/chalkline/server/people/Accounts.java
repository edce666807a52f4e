package chalkline.server.people;

import org.springframework.data.jpa.repository.JpaRepository;

interface Accounts extends JpaRepository<Account, String> {}

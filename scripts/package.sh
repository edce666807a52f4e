# A Debian package of the application, with the units of systemd that run it. Sourced by chalkline.

package() { # [version]
    packages
    local version=${1:-$VERSION} file tree="$RUN/package"
    [[ $version =~ ^[0-9][0-9A-Za-z.+~]*$ ]] || die "\"$version\" is no version of a Debian package."
    local missing=(); need dpkg-deb dpkg; install_missing
    build
    file="$RUN/chalkline_${version}_all.deb"
    rm -rf "$tree"
    umask 022
    mkdir -p "$tree"/{DEBIAN,usr/bin,usr/share/chalkline/scripts,usr/share/doc/chalkline,etc/chalkline,lib/systemd/system}
    cp -r "$RUN/app/server" "$tree/usr/share/chalkline/app"
    cp "$ROOT"/scripts/{database,backup}.sh "$tree/usr/share/chalkline/scripts/"
    install -m 755 "$ROOT/scripts/package/chalkline" "$tree/usr/bin/chalkline"
    install -m 644 "$ROOT"/scripts/package/*.service "$tree/lib/systemd/system/"
    install -m 640 "$ROOT/scripts/package/chalkline.conf" "$tree/etc/chalkline/"
    cp "$ROOT"/docs/*.md "$ROOT/docs/dashboard.json" "$tree/usr/share/doc/chalkline/"
    cp "$ROOT/LICENSE" "$tree/usr/share/doc/chalkline/copyright"
    install -m 755 "$ROOT"/scripts/package/{postinst,prerm,postrm} "$tree/DEBIAN/"
    echo /etc/chalkline/chalkline.conf >"$tree/DEBIAN/conffiles"
    cat >"$tree/DEBIAN/control" <<EOF
Package: chalkline
Version: $version
Architecture: all
Section: education
Priority: optional
Maintainer: Chalk Line <chalkline@localhost>
Installed-Size: $(du -sk "$tree" | cut -f1)
Depends: openjdk-17-jre-headless | java17-runtime-headless, mariadb-server-core, mariadb-client-core, mariadb-backup, adduser, util-linux
Description: course shells of a campus, provisioned in bulk
 Computes every course shell of a term from the registrar's list and a campus's conventions, shows every
 difference before it acts, builds them in the LMS and keeps them true. Brings a database of its own, on loopback.
EOF
    find "$tree" -type d -exec chmod 755 {} +
    find "$tree/usr/share" -type f -exec chmod 644 {} +
    # jars are packed already
    dpkg-deb --root-owner-group -Zgzip -z1 --build "$tree" "$file" >"$RUN/package.log" 2>&1 || die "The package could not be made; see $RUN/package.log"
    rm -rf "$tree"
    say "Written to $file"
}

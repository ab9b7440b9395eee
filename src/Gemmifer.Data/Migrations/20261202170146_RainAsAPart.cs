using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gemmifer.Data.Migrations
{
    /// <inheritdoc />
    public partial class RainAsAPart : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // As text: what cannot be read as JSON is kept as it is.
            migrationBuilder.Sql(
                """
                UPDATE "Surveys" SET "Parts" =
                  coalesce(substr("Parts", 1, length("Parts") - 1) || ',', '{') || '"rain":' || "Rain" || '}'
                WHERE "Rain" IS NOT NULL;
                """);

            migrationBuilder.DropColumn(
                name: "Rain",
                table: "Surveys");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Rain",
                table: "Surveys",
                type: "TEXT",
                nullable: true);

            migrationBuilder.Sql(
                """
                UPDATE "Surveys" SET "Rain" = json_extract("Parts", '$.rain'),
                  "Parts" = nullif(json_remove("Parts", '$.rain'), '{}')
                WHERE json_valid("Parts");
                """);
        }
    }
}

using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gemmifer.Data.Migrations
{
    /// <inheritdoc />
    public partial class FamilyParts : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Parts",
                table: "Surveys",
                type: "TEXT",
                nullable: true);

            // As text: what cannot be read as JSON is kept as it is.
            migrationBuilder.Sql(
                """
                UPDATE "Surveys" SET "Parts" =
                  '{' || coalesce('"vine":' || "Vine", '')
                  || CASE WHEN "Vine" IS NOT NULL AND "Row" IS NOT NULL THEN ',' ELSE '' END
                  || coalesce('"row":' || "Row", '') || '}'
                WHERE "Vine" IS NOT NULL OR "Row" IS NOT NULL;
                """);

            migrationBuilder.DropColumn(
                name: "Vine",
                table: "Surveys");

            migrationBuilder.DropColumn(
                name: "Row",
                table: "Surveys");

            migrationBuilder.AlterColumn<bool>(
                name: "Looked",
                table: "Surveys",
                type: "INTEGER",
                nullable: false,
                oldClrType: typeof(bool),
                oldType: "INTEGER",
                oldComputedColumnSql: "Stems <> '[]' OR Row IS NOT NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Vine",
                table: "Surveys",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Row",
                table: "Surveys",
                type: "TEXT",
                nullable: true);

            migrationBuilder.Sql(
                """
                UPDATE "Surveys" SET "Vine" = json_extract("Parts", '$.vine'), "Row" = json_extract("Parts", '$.row')
                WHERE json_valid("Parts");
                """);

            migrationBuilder.DropColumn(
                name: "Parts",
                table: "Surveys");

            migrationBuilder.AlterColumn<bool>(
                name: "Looked",
                table: "Surveys",
                type: "INTEGER",
                nullable: false,
                computedColumnSql: "Stems <> '[]' OR Row IS NOT NULL",
                stored: false,
                oldClrType: typeof(bool),
                oldType: "INTEGER");
        }
    }
}
